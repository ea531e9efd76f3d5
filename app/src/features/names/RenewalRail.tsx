import { StyleSheet, View } from 'react-native';
import type { RenewalCell } from '@tienda/core/pricing/renewalRail';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { NativeChoice } from '../../ui/NativeChoice';
import { palette } from '../../ui/palette';
import { RadioGroup, useGroupName } from '../../ui/RadioGroup';
import { Text } from '../../ui/Text';
import { thumb } from '../../ui/theme';

interface RenewalRailProps {
  readonly name: string;
  readonly cells: readonly RenewalCell[];
  /** How many are to be added. */
  readonly years: number;
  /** What so many cost. */
  readonly costs: (years: number) => string;
  readonly onChange: (years: number) => void;
}

/** Ten years of a held name: solid is paid for, marked is to be added, hollow can be. */
export function RenewalRail({ name, cells, years, costs, onChange }: RenewalRailProps) {
  return (
    <RadioGroup label={texts.rail.group(name)} style={styles.rail}>
      {cells.map((cell) =>
        cell.years === 0 ? (
          <View key={cell.until} style={styles.place} aria-hidden>
            <Bar cell={cell} look="paid" />
          </View>
        ) : (
          <Choice key={cell.until} cell={cell} years={years} costs={costs} onChange={onChange} />
        ),
      )}
    </RadioGroup>
  );
}

function Choice({ cell, years, costs, onChange }: Omit<RenewalRailProps, 'name' | 'cells'> & { cell: RenewalCell }) {
  const { until, years: added, isOffered } = cell;
  return (
    <NativeChoice
      type="radio"
      name={useGroupName()}
      label={texts.names.addedYears(added, dateText(until), costs(added))}
      checked={added === years}
      disabled={!isOffered}
      onChange={() => onChange(added)}
      style={place}
    >
      <Bar cell={cell} look={added <= years ? 'added' : isOffered ? 'open' : 'closed'} />
    </NativeChoice>
  );
}

function Bar({
  cell: { until },
  look,
}: {
  readonly cell: RenewalCell;
  readonly look: 'paid' | 'added' | 'open' | 'closed';
}) {
  return (
    <View style={styles.cell}>
      <View style={[styles.bar, styles[look]]} />
      <Text kind="amount" colour={look === 'closed' ? 'quiet' : 'pine'} style={styles.year}>
        {`’${until.slice(2, 4)}`}
      </Text>
    </View>
  );
}

const place = { flex: 1, minWidth: 26 } as const;

const styles = StyleSheet.create({
  rail: { flexDirection: 'row', flexWrap: 'wrap', gap: 3, marginBottom: 8 },
  place,
  cell: { minHeight: thumb + 18, justifyContent: 'flex-end' },
  bar: { height: 34, borderRadius: 3, borderWidth: 1, borderBottomWidth: 2 },
  paid: { backgroundColor: palette.pine, borderColor: palette.pine },
  added: { backgroundColor: palette.marigoldWash, borderColor: palette.marigold, borderBottomColor: palette.pine },
  open: { backgroundColor: palette.card, borderColor: palette.line, borderBottomColor: palette.pine },
  closed: { backgroundColor: palette.card, borderColor: palette.line, borderStyle: 'dashed' },
  year: { fontSize: 12, lineHeight: 18, textAlign: 'center' },
});
