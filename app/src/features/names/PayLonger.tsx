import { router } from 'expo-router';
import { View } from 'react-native';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { useBasket } from '../../api/basket';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { usePutHeld } from './usePutHeld';

const words = texts.names;

/** What a year more costs at today’s prices. */
export function eachYear({ renewal: { amount, years, currency } }: ShownName): string {
  return wholeAmount(amount / years, currency);
}

/** Renewing a name, or restoring it: by way of the basket, beside whatever else is bought. */
export function PayLonger({ name }: { readonly name: ShownName }) {
  const inBasket = useBasket().data?.lines.some((line) => line.name === name.name) ?? false;
  const put = usePutHeld(name);
  const { renewFor, expiresOn, stage, restore, renewal, afterExpiry, rise } = name;
  const isOpen = restore !== undefined || renewFor.length > 0;
  const [title, putWords, inBasketWords] =
    restore === undefined
      ? [words.renew, words.renewPut, words.renewInBasket]
      : [words.restore, words.restorePut, words.restoreInBasket];
  const detail = () => {
    if (inBasket) return inBasketWords;
    if (restore !== undefined)
      return words.restoreDetail(wholeAmount(restore, renewal.currency), dateText(afterExpiry.pendingDeleteFrom));
    if (isOpen) return words.renewDetail(dateText(expiresOn), eachYear(name));
    return canRenew(stage) ? words.renewFull : words.tooLate;
  };
  return (
    <Card label={title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {title}
      </Text>
      <Text kind="small" style={{ marginBottom: 8 }}>
        {detail()}
      </Text>
      {rise ? (
        <Text kind="small" style={{ marginBottom: 8 }}>
          {words.rise(
            dateText(rise.on),
            wholeAmount(rise.more, renewal.currency),
            rise.years,
            wholeAmount(rise.saves, renewal.currency),
          )}
        </Text>
      ) : null}
      {isOpen && !inBasket ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
          <Action kind="main" title={putWords} busy={put.isPending} onPress={() => put.mutate()} />
          {rise && rise.years > 1 ? (
            <Action
              title={words.renewBefore(rise.years)}
              busy={put.isPending}
              onPress={() => put.mutate(undefined, rise.years)}
            />
          ) : null}
        </View>
      ) : null}
      {inBasket ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action title={words.toBasket} onPress={() => router.navigate('/basket')} />
        </View>
      ) : null}
      {put.isError ? <Failure fault={put.error} /> : null}
    </Card>
  );
}
