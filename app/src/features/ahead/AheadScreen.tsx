import { router } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { decimalAmount, type Currency } from '@tienda/core/money/money';
import type { AheadMonth, AheadName } from '@tienda/core/pricing/ahead';
import type { AheadFeed } from '@tienda/core/pricing/aheadFeed';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { useAheadFeed, useAheadView } from '../../api/ahead';
import { useSession } from '../../api/session';
import { useToday } from '../../api/shopClock';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { GroupFilter } from '../../shop/held/GroupFilter';
import { dateText, monthText, percentText, roundAmount, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { BarChart } from '../../ui/chart/BarChart';
import { Action } from '../../ui/Action';
import { download } from '../../ui/download';
import { ChipChoice } from '../../ui/ChipChoice';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Till, TillLine } from '../../ui/Till';
import { BeforeRises } from './BeforeRises';
import { KeepRow } from './KeepRow';

const words = texts.ahead;

/** Names of a month that are shown at once. */
const mostAtFirst = 8;

const growths = ['0', 'own', '0.02', '0.05', '0.1'] as const;

/** What falls due, when, for how much; and what it would be with other names kept. */
export function AheadScreen() {
  const today = useToday();
  const session = useSession();
  const feed = useAheadFeed();
  const isVisitor = session.data !== undefined && !session.data.account;
  const hasNames = (feed.data?.names.length ?? 0) > 0;
  return (
    <Screen wide title={words.title}>
      {isVisitor ? <SignInFirst why={words.signIn} /> : null}
      {feed.isError ? <Failure fault={feed.error} retry={() => void feed.refetch()} /> : null}
      {!isVisitor && !feed.isError && !feed.data ? <Loading /> : null}
      {feed.data && !hasNames ? (
        <Empty title={words.empty} detail={words.emptyDetail}>
          <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
        </Empty>
      ) : null}
      {feed.data && hasNames && today ? <Years feed={feed.data} today={today} /> : null}
    </Screen>
  );
}

function Years({ feed, today }: { readonly feed: AheadFeed; readonly today: IsoDate }) {
  const [group, setGroup] = useState('');
  const [chosen, setChosen] = useState<string>();
  const [isAll, setAll] = useState(false);
  const [growth, setGrowth] = useState('0');
  /** Other than auto-renew says. */
  const [kept, setKept] = useState<ReadonlyMap<string, boolean>>(new Map());
  const view = useAheadView(feed, {
    today,
    group,
    growth,
    kept: [...kept],
    ...(chosen === undefined ? {} : { month: chosen }),
    dueAtMost: isAll ? feed.names.length : mostAtFirst,
  });
  const { currency } = feed;
  if (view.isError) return <Failure fault={view.error} retry={() => void view.refetch()} />;
  if (!view.data) return <Loading />;
  const { ahead, month, due, dueCount, dearest, rises } = view.data;
  const busy = ahead.months.filter((one) => one.kept + one.ends > 0);
  const keepRow = (name: AheadName, detail: string) => (
    <KeepRow
      key={name.name}
      name={name}
      detail={detail}
      isKept={kept.get(name.name) ?? name.autoRenew}
      onChange={(keeps) => setKept(new Map(kept).set(name.name, keeps))}
    />
  );
  const byGroup = <GroupFilter value={group} onChange={setGroup} />;
  if (month === undefined)
    return (
      <View style={styles.nothing}>
        {byGroup}
        <Text colour="quiet">{words.nothing}</Text>
      </View>
    );
  return (
    <View>
      <View style={styles.chips}>
        {byGroup}
        <ChipChoice
          label={words.month}
          value={month}
          options={busy.map((one) => ({
            value: one.month,
            title: `${monthText(one.month)} · ${wholeAmount(one.kept + one.ends, currency)}`,
          }))}
          onChange={setChosen}
        />
        <Text kind="small">{words.growth}</Text>
        <ChipChoice
          label={words.growth}
          value={growth}
          options={growths.map((value) => ({
            value,
            title:
              value === '0'
                ? words.asToday
                : value === 'own'
                  ? texts.advice.asEach
                  : texts.advice.percent(percentText(Number(value))),
          }))}
          pressed={growth !== '0'}
          onChange={setGrowth}
        />
      </View>
      <BarChart
        title={words.chart}
        alongTitle={words.month}
        parts={[words.kept, words.ends]}
        bars={ahead.months.map((one, place) => ({
          key: one.month,
          words: monthText(one.month),
          solid: one.kept,
          hollow: one.ends,
          ...(place === 0 || one.month.endsWith('-01') ? { mark: one.month.slice(0, 'YYYY'.length) } : {}),
        }))}
        chosen={month}
        onChoose={setChosen}
        format={(amount) => wholeAmount(amount, currency)}
        short={(amount) => roundAmount(amount, currency)}
      />
      <View style={styles.columns}>
        <View style={styles.names}>
          <Text kind="heading" level={2} style={styles.head}>
            {monthText(month)}
          </Text>
          {due.map(({ name, on, amount }) => keepRow(name, `${dateText(on)} · ${wholeAmount(amount, currency)}`))}
          {dueCount > due.length ? (
            <View style={{ alignItems: 'flex-start', marginTop: 10 }}>
              <Action title={words.all(dueCount)} onPress={() => setAll(true)} />
            </View>
          ) : null}
        </View>
        <View style={styles.till}>
          <Till label={words.asNamed}>
            <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
              {words.asNamed}
            </Text>
            {ahead.years.map(({ year, total }, place) => (
              <TillLine key={year} words={place === 0 ? words.from(year) : year} amount={tillAmount(total, currency)} />
            ))}
            {ahead.saved > 0 ? (
              <TillLine look="saving" words={words.saved} amount={tillAmount(-ahead.saved, currency)} />
            ) : null}
            <TillLine look="total" words={words.total} amount={wholeAmount(ahead.total, currency)} />
          </Till>
        </View>
      </View>
      <BeforeRises rises={rises} group={group} currency={currency} />
      {dearest.length > 0 ? (
        <View>
          <Text kind="heading" level={2} style={styles.head}>
            {words.dearest}
          </Text>
          {dearest.map((name) =>
            keepRow(name, words.aYear(wholeAmount(name.price.amount / name.price.years, currency))),
          )}
        </View>
      ) : null}
      <View style={{ alignItems: 'flex-start' }}>
        <Action kind="link" title={words.csv} onPress={() => void save(ahead.months, currency)} />
      </View>
      <Text kind="small" colour="quiet">
        {`${words.note} ${words.asIs}`}
      </Text>
    </View>
  );
}

/** Saves the months as CSV, amounts as programs read them. */
async function save(months: readonly AheadMonth[], currency: Currency): Promise<void> {
  const { writeCsv } = await import('@tienda/core/formats/csv');
  const rows = months.map(({ month, kept, ends }) => [
    month,
    decimalAmount(kept, currency),
    decimalAmount(ends, currency),
    currency,
  ]);
  download('ahead.csv', 'text/csv', writeCsv([[words.month, words.kept, words.ends, words.currency], ...rows]));
}

const styles = StyleSheet.create({
  nothing: { alignItems: 'flex-start', gap: 10 },
  chips: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, marginBottom: 8 },
  head: { marginTop: 14 },
  columns: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 28 },
  names: { flexGrow: 2, flexShrink: 1, flexBasis: 340, minWidth: 0 },
  till: { marginTop: 14, flexGrow: 1, flexShrink: 1, flexBasis: 280, minWidth: 0 },
});
