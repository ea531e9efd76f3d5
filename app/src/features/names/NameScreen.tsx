import { Link, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { useName, useSetAutoRenew } from '../../api/me';
import { useSession } from '../../api/session';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card, CardRule } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { lifeSentences } from '../../shop/held/lifeSentences';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { privacyWords } from './NamesScreen';

const words = texts.names;

/** One name held: until when, what happens then, and the switch that decides it. */
export function NameScreen() {
  const { name } = useLocalSearchParams<{ name: string }>();
  const session = useSession();
  const held = useName(name);
  return (
    <Screen mono title={held.data?.unicode ?? name}>
      <Link href="/names" style={{ paddingVertical: 10 }}>
        <Text colour="terracotta">← {words.back}</Text>
      </Link>
      {session.data && !session.data.account ? <SignInFirst why={words.signIn} /> : null}
      {held.isError ? <Failure fault={held.error} retry={() => void held.refetch()} /> : null}
      {held.isLoading ? <Loading /> : null}
      {held.data ? <Held name={held.data} /> : null}
    </Screen>
  );
}

function Held({ name }: { readonly name: ShownName }) {
  const setAutoRenew = useSetAutoRenew(name.name);
  const { expiresOn, renewal, holder, autoRenew, registeredOn } = name;
  const amount = wholeAmount(renewal.amount, renewal.currency);
  const autoRenewWords = autoRenew ? texts.basket.autoRenewOn : texts.basket.autoRenewOff;
  return (
    <View>
      <Card>
        <Fact title={words.expires}>{dateText(expiresOn)}</Fact>
        <Fact title={words.registered}>{dateText(registeredOn)}</Fact>
        {holder ? (
          <Fact title={words.holder}>{[holder.name, holder.organisation].filter(Boolean).join(', ')}</Fact>
        ) : null}
        <Fact title={texts.basket.privacy}>{privacyWords(name)}</Fact>
        <CardRule />
        <Toggle
          title={texts.basket.autoRenew}
          detail={autoRenewWords(dateText(renewal.on), amount)}
          value={autoRenew}
          disabled={setAutoRenew.isPending}
          onChange={(on) => setAutoRenew.mutate(on)}
        />
        {setAutoRenew.isError ? <Failure fault={setAutoRenew.error} /> : null}
      </Card>
      <Card label={words.after}>
        <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
          {words.after}
        </Text>
        {lifeSentences(name.afterExpiry).map((sentence) => (
          <Text key={sentence} kind="small" style={{ marginBottom: 4 }}>
            {sentence}
          </Text>
        ))}
      </Card>
    </View>
  );
}
