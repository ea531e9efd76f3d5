import { router } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { renewalRail } from '@tienda/core/pricing/renewalRail';
import { useBasket } from '../../api/basket';
import { useToday } from '../../api/shopClock';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { RenewalRail } from './RenewalRail';
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
  const { restore, renewFor, stage, renewal, afterExpiry } = name;
  const title = restore === undefined ? words.renew : words.restore;
  return (
    <Card label={title}>
      <View style={styles.head}>
        <Text kind="heading" level={2}>
          {title}
        </Text>
        {restore === undefined && canRenew(stage) ? <Text kind="small">{words.eachYear(eachYear(name))}</Text> : null}
      </View>
      {inBasket ? (
        <>
          <Text kind="small" style={styles.words}>
            {restore === undefined ? words.renewInBasket : words.restoreInBasket}
          </Text>
          <View style={styles.action}>
            <Action title={words.toBasket} onPress={() => router.navigate('/basket')} />
          </View>
        </>
      ) : restore !== undefined ? (
        <>
          <Text kind="small" style={styles.words}>
            {words.restoreDetail(wholeAmount(restore, renewal.currency), dateText(afterExpiry.pendingDeleteFrom))}
          </Text>
          <View style={styles.action}>
            <Action kind="main" title={words.restorePut} busy={put.isPending} onPress={() => put.mutate()} />
          </View>
        </>
      ) : renewFor.length > 0 ? (
        <Renewing name={name} put={put} />
      ) : (
        <Text kind="small">{canRenew(stage) ? words.renewFull : words.tooLate}</Text>
      )}
      {put.isError ? <Failure fault={put.error} /> : null}
    </Card>
  );
}

/** For how many years, until when, for how much; and what doing so before prices rise would save. */
function Renewing({ name, put }: { readonly name: ShownName; readonly put: ReturnType<typeof usePutHeld> }) {
  const today = useToday();
  const { renewFor, expiresOn, renewal, rise, unicode } = name;
  const [chosen, setChosen] = useState<number>();
  const years = chosen !== undefined && renewFor.includes(chosen) ? chosen : (renewFor[0] ?? 0);
  if (today === undefined) return null;
  const costs = (count: number) => wholeAmount((renewal.amount / renewal.years) * count, renewal.currency);
  const cells = renewalRail(expiresOn, renewFor, today);
  const until = cells.find((cell) => cell.years === years)?.until ?? expiresOn;
  return (
    <>
      <RenewalRail name={unicode} cells={cells} years={years} costs={costs} onChange={setChosen} />
      <Text style={styles.words}>{words.renewUntil(years, dateText(until), costs(years))}</Text>
      {rise ? (
        <Text kind="small" style={styles.words}>
          {words.rise(
            dateText(rise.on),
            wholeAmount(rise.more, renewal.currency),
            rise.years,
            wholeAmount(rise.saves, renewal.currency),
          )}
        </Text>
      ) : null}
      <View style={styles.action}>
        <Action
          kind="main"
          title={words.renewPut(years)}
          busy={put.isPending}
          onPress={() => put.mutate(undefined, years)}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', columnGap: 10, marginBottom: 6 },
  words: { marginBottom: 8 },
  action: { alignItems: 'flex-start' },
});
