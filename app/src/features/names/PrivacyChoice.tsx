import { router } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { useMay } from '../../api/helped';
import { usePutInBasket } from '../../api/basket';
import { useChangeName } from '../../api/names';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { privacyWords } from './privacyWords';

const words = texts.names.hiding;

/** Whether the public sees the holder: switched where that costs nothing, by way of the basket where it has its price. */
export function PrivacyChoice({ name }: { readonly name: ShownName }) {
  const change = useChangeName(name.name);
  const put = usePutInBasket();
  const mayChange = useMay('changeRenewal');
  const mayOrder = useMay('order');
  const { unicode, privacy, privacyPolicy, autoRenew, expiresOn, stage, hiding, renewal, changing } = name;
  if (hiding) {
    const line = { unicode, autoRenew, stage, name: name.name, action: 'privacy', privacy: true } as const;
    const buy = () =>
      put.mutate(
        { ...line, years: hiding.years, heldUntil: expiresOn },
        { onSuccess: () => router.navigate('/basket') },
      );
    return (
      <View style={styles.bought}>
        <Text>{texts.basket.privacy}</Text>
        <Text kind="small" colour="quiet">
          {words.costs(wholeAmount(hiding.amount, renewal.currency), hiding.years)}
        </Text>
        <Action title={words.buy} busy={put.isPending} disabled={!mayOrder} onPress={buy} />
        {put.isError ? <Failure fault={put.error} /> : null}
      </View>
    );
  }
  const isOver = !canRenew(stage);
  const isFixed = privacyPolicy === 'hiddenByRegistry' || privacyPolicy === 'notAllowed';
  const detail = isFixed
    ? texts.basket.privacyDetail[privacyPolicy]
    : privacyPolicy === 'priced' && privacy
      ? words.noneBack
      : privacyWords(name);
  return (
    <>
      <Toggle
        title={texts.basket.privacy}
        detail={detail}
        value={privacyPolicy === 'hiddenByRegistry' || (privacy && !isFixed)}
        disabled={!mayChange || isFixed || isOver || change.isPending || changing === true}
        onChange={(on) => change.mutate({ privacy: on })}
      />
      {change.isError ? <Failure fault={change.error} /> : null}
    </>
  );
}

const styles = StyleSheet.create({
  bought: { alignItems: 'flex-start', gap: 6, paddingVertical: 6 },
});
