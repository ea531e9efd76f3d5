import { View } from 'react-native';
import { isLanguage } from '@tienda/core/accounts/language';
import { useChoose, useSession } from '../../api/session';
import { useStored } from '../../stored/stored';
import { languageNames, languageStore, speak } from '../../texts/language';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { ChipChoice } from '../../ui/ChipChoice';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { CurrencyChoice } from '../../shop/money/CurrencyChoice';
import { currencyStore } from '../../api/currencyStore';
import { RateNote } from '../../shop/money/RateNote';

const words = texts.account;
const languageOptions = Object.entries(languageNames).map(([value, title]) => ({ value, title }));

/** Language and currency, chosen once; for those with an account what auto-renew is set to for new names. */
export function Choices() {
  const account = useSession().data?.account;
  const language = useStored(languageStore);
  const currency = useStored(currencyStore);
  const set = useChoose();
  /** Mails are written in it too. */
  const choose = (chosen: string) => {
    if (!isLanguage(chosen)) return;
    if (account) set.mutate({ language: chosen }, { onSettled: () => speak(chosen) });
    else speak(chosen);
  };
  return (
    <Card label={words.choices}>
      <Text kind="heading" level={2}>
        {words.choices}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, marginVertical: 8 }}>
        <ChipChoice label={texts.money.language} value={language} options={languageOptions} onChange={choose} />
        <CurrencyChoice value={currency} onChange={(code) => currencyStore.set(code)} />
        <RateNote beside />
      </View>
      {account ? (
        <>
          <Toggle
            title={words.autoRenew}
            detail={words.autoRenewDetail}
            value={account.autoRenew}
            onChange={(autoRenew) => set.mutate({ autoRenew })}
          />
          <Toggle
            title={words.invoiceFiles}
            detail={words.invoiceFilesDetail}
            value={account.invoiceFiles}
            onChange={(invoiceFiles) => set.mutate({ invoiceFiles })}
          />
          <Toggle
            title={texts.security.marketing}
            detail={texts.security.marketingDetail}
            value={account.marketing}
            onChange={(marketing) => set.mutate({ marketing })}
          />
        </>
      ) : null}
      {set.isError ? <Failure fault={set.error} /> : null}
    </Card>
  );
}
