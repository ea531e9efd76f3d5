import { Link } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { decimalAmount, type Currency } from '@tienda/core/money/money';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { aheadOf, dearest, dueIn, type AheadMonth, type Growth } from '@tienda/core/pricing/ahead';
import { growthFrom } from '@tienda/core/pricing/termAdvice';
import type { ShownName } from '@tienda/core/names/shownName';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { useCatalogue } from '../../api/catalogue';
import { useGroups } from '../../api/groups';
import { useToday } from '../../api/shopClock';
import { HeldNames } from '../../shop/held/HeldNames';
import { dateText, monthText, percentText, roundAmount, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { BarChart } from '../../ui/chart/BarChart';
import { Action } from '../../ui/Action';
import { download } from '../../ui/download';
import { ChipChoice } from '../../ui/ChipChoice';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Till, TillLine } from '../../ui/Till';
import { Toggle } from '../../ui/Toggle';

const words = texts.ahead;

/** Names of a month that are shown at once. */
const mostAtFirst = 8;

/** The dearest names are told apart where there are more than so many. */
const fewestToCompare = 10;
const mostDear = 5;

const growths = ['0', 'own', '0.02', '0.05', '0.1'] as const;

/** What falls due, when, for how much; and what it would be with other names kept. */
export function AheadScreen() {
  const today = useToday();
  return (
    <Screen wide title={words.title}>
      <HeldNames words={words}>{(names) => (today ? <Years names={names} today={today} /> : null)}</HeldNames>
    </Screen>
  );
}

function Years({ names: all, today }: { readonly names: readonly ShownName[]; readonly today: IsoDate }) {
  const groups = useGroups();
  const [group, setGroup] = useState('');
  const names = useMemo(
    () => (group === '' ? all : all.filter(({ groupId = 'none' }) => groupId === group)),
    [all, group],
  );
  const [chosen, setChosen] = useState<string>();
  const [isAll, setAll] = useState(false);
  const [chosenGrowth, setGrowth] = useState<(typeof growths)[number]>('0');
  const growth = useGrowth(chosenGrowth);
  /** Other than auto-renew says. */
  const [kept, setKept] = useState<ReadonlyMap<string, boolean>>(new Map());
  const isKept = ({ name, autoRenew }: ShownName) => kept.get(name) ?? autoRenew;
  const ahead = useMemo(
    () => aheadOf(names, ({ name, autoRenew }) => kept.get(name) ?? autoRenew, today, growth),
    [names, kept, today, growth],
  );
  const [first] = names;
  const currency = first?.renewal.currency;
  const busy = ahead.months.filter((month) => month.kept + month.ends > 0);
  const month = busy.find((one) => one.month === chosen)?.month ?? busy[0]?.month;
  const byGroup =
    (groups.data ?? []).length > 0 ? (
      <ChipChoice
        label={texts.names.inGroup}
        value={group}
        pressed={group !== ''}
        options={[
          { value: '', title: texts.names.anyGroup },
          ...(groups.data ?? []).map(({ id, title }) => ({ value: id, title })),
          { value: 'none', title: texts.groups.none },
        ]}
        onChange={setGroup}
      />
    ) : null;
  if (!currency || month === undefined)
    return (
      <View style={styles.nothing}>
        {byGroup}
        <Text colour="quiet">{words.nothing}</Text>
      </View>
    );
  const due = dueIn(month, names, isKept, today, growth);
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
          value={chosenGrowth}
          options={growths.map((value) => ({
            value,
            title:
              value === '0'
                ? words.asToday
                : value === 'own'
                  ? texts.advice.asEach
                  : texts.advice.percent(percentText(Number(value))),
          }))}
          pressed={chosenGrowth !== '0'}
          onChange={(value) => setGrowth(growths.find((known) => known === value) ?? '0')}
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
          {due.slice(0, isAll ? due.length : mostAtFirst).map(({ name, on, amount }) => (
            <KeepRow
              key={name.name}
              name={name}
              detail={`${dateText(on)} · ${wholeAmount(amount, currency)}`}
              isKept={isKept(name)}
              onChange={(keeps) => setKept(new Map(kept).set(name.name, keeps))}
            />
          ))}
          {!isAll && due.length > mostAtFirst ? (
            <View style={{ alignItems: 'flex-start', marginTop: 10 }}>
              <Action title={words.all(due.length)} onPress={() => setAll(true)} />
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
      {names.length > fewestToCompare ? (
        <View>
          <Text kind="heading" level={2} style={styles.head}>
            {words.dearest}
          </Text>
          {dearest(names, mostDear).map((name) => (
            <KeepRow
              key={name.name}
              name={name}
              detail={words.aYear(wholeAmount(name.renewal.amount / name.renewal.years, currency))}
              isKept={isKept(name)}
              onChange={(keeps) => setKept(new Map(kept).set(name.name, keeps))}
            />
          ))}
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

/** By how much prices rise: as chosen, or each as its extension's have over the last year. */
function useGrowth(chosen: (typeof growths)[number]): Growth {
  const catalogue = useCatalogue().data;
  return useMemo(() => {
    if (chosen !== 'own') return chosen;
    const known = new Map<string, string>();
    return ({ name }) => {
      const zone = name.slice(name.indexOf('.') + 1);
      const before = known.get(zone);
      if (before !== undefined) return before;
      const rise = catalogue && extensionOf(name, catalogue)?.trend.renew;
      const growth = rise === undefined ? '0' : growthFrom(rise);
      known.set(zone, growth);
      return growth;
    };
  }, [chosen, catalogue]);
}

interface KeepRowProps {
  readonly name: ShownName;
  readonly detail: string;
  readonly isKept: boolean;
  readonly onChange: (keeps: boolean) => void;
}

/** One name, and whether it is kept in what is computed. */
function KeepRow({ name: { name, unicode }, detail, isKept, onChange }: KeepRowProps) {
  return (
    <View style={styles.row}>
      <View style={styles.name}>
        <Link href={{ pathname: '/names/[name]', params: { name } }}>
          <Name unicode={unicode} />
        </Link>
        <Text kind="small" colour="quiet">
          {detail}
        </Text>
      </View>
      <View style={styles.toggle}>
        <Toggle
          title={words.keepIt}
          label={words.keep(unicode)}
          detail={isKept ? words.keepOn : words.keepOff}
          value={isKept}
          onChange={onChange}
        />
      </View>
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
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    columnGap: 10,
    borderBottomWidth: 1,
    borderBottomColor: palette.line,
  },
  name: { flex: 1, minWidth: 150 },
  toggle: { width: 124 },
  columns: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 28 },
  names: { flexGrow: 2, flexBasis: 340 },
  till: { marginTop: 14, flexGrow: 1, flexBasis: 280 },
});
