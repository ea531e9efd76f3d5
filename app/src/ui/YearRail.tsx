import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import type { YearCell } from '@tienda/core/pricing/yearRail';
import type { Currency } from '@tienda/core/money/money';
import { texts } from '../texts/texts';
import { narrowAmount, wholeAmount } from '../texts/format';
import { NativeChoice } from './NativeChoice';
import { palette } from './palette';
import { RadioGroup, useGroupName } from './RadioGroup';
import { Text } from './Text';
import { thumb } from './theme';
import { useSteady } from './useSteady';

interface YearRailProps {
  readonly cells: readonly YearCell[];
  readonly years: number;
  readonly allowedYears: readonly number[];
  readonly intro: boolean;
  readonly currency: Currency;
  readonly name: string;
  readonly onChange: (years: number) => void;
}

const tallest = 56;
const shortest = 14;

/**
 * Ten years of one name as bars as tall as their price: solid is paid today, hollow comes later. Tapping the
 * fourth makes the term four years.
 */
export const YearRail = memo(function YearRail(props: YearRailProps) {
  const { cells, years, allowedYears, intro, currency, name } = props;
  const onChange = useSteady(props.onChange);
  const dearest = Math.max(...cells.map(({ total }) => total), 1);
  return (
    <RadioGroup label={texts.rail.group(name)} style={styles.rail}>
      {cells.map(({ year, state, total }) => (
        <Cell
          key={year}
          year={year}
          total={total}
          paid={state === 'paid'}
          height={Math.max(shortest, Math.round((total / dearest) * tallest))}
          chosen={year === years}
          allowed={allowedYears.includes(year)}
          intro={intro && year === 1}
          currency={currency}
          onChange={onChange}
        />
      ))}
    </RadioGroup>
  );
});

interface CellProps extends Pick<YearRailProps, 'intro' | 'currency' | 'onChange'> {
  readonly year: number;
  readonly total: number;
  readonly paid: boolean;
  readonly height: number;
  readonly chosen: boolean;
  readonly allowed: boolean;
}

/** One year; drawn again only when it has changed itself. */
const Cell = memo(function Cell({ year, total, paid, height, chosen, allowed, intro, currency, onChange }: CellProps) {
  const price = narrowAmount(total, currency);
  return (
    <NativeChoice
      type="radio"
      name={useGroupName()}
      label={texts.rail.cell(year, wholeAmount(total, currency), paid, allowed)}
      checked={chosen}
      disabled={!allowed}
      onChange={() => onChange(year)}
      style={oneOfTen}
    >
      <View style={styles.cell}>
        <Text kind="amount" colour="quiet" style={[styles.price, tight[price.length]]} numberOfLines={1}>
          {price}
        </Text>
        <View
          style={[
            styles.bar,
            { height },
            paid ? styles.paid : styles.later,
            paid && intro && styles.intro,
            !allowed && !paid && styles.notAllowed,
          ]}
        />
        <Text kind="amount" style={[styles.year, paid && styles.yearPaid]} colour={allowed ? 'pine' : 'quiet'}>
          {year}
        </Text>
      </View>
    </NativeChoice>
  );
});

/** Ten prices stand side by side on a phone: longer ones in smaller letters, closer together, never cut. */
const tight: Readonly<Record<number, { readonly fontSize: number; readonly letterSpacing: number }>> = {
  6: { fontSize: 8.5, letterSpacing: -0.7 },
  7: { fontSize: 7.6, letterSpacing: -0.7 },
  8: { fontSize: 6.8, letterSpacing: -0.7 },
  9: { fontSize: 6.2, letterSpacing: -0.7 },
};

const oneOfTen = { flex: 1, minWidth: 28 } as const;

const styles = StyleSheet.create({
  // Ten side by side, in several rows where letters are large.
  rail: { flexDirection: 'row', flexWrap: 'wrap', gap: 3 },
  cell: { flex: 1, minHeight: thumb * 2, justifyContent: 'flex-end', alignItems: 'stretch' },
  price: { fontSize: 10, lineHeight: 14, textAlign: 'center', letterSpacing: -0.4 },
  bar: { borderTopLeftRadius: 3, borderTopRightRadius: 3, borderWidth: 1, borderBottomWidth: 2 },
  paid: { backgroundColor: palette.pine, borderColor: palette.pine },
  later: { backgroundColor: palette.card, borderColor: palette.line, borderBottomColor: palette.pine },
  intro: { backgroundColor: palette.marigold, borderColor: palette.marigold, borderBottomColor: palette.pine },
  notAllowed: { borderStyle: 'dashed' },
  year: { fontSize: 12, lineHeight: 18, textAlign: 'center' },
  yearPaid: { fontWeight: '700' },
});
