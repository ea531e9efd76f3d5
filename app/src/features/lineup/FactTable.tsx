import X from 'lucide-react-native/icons/x';
import { Link } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { texts } from '../../texts/texts';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import type { Entrant, LineupFact } from './lineupFacts';

const words = texts.lineup;

interface FactTableProps {
  readonly entrants: readonly Entrant[];
  readonly facts: readonly LineupFact[];
  readonly onRemove: (item: string) => void;
}

/** Facts down, names across; the best of each row is marked, in words too. */
export function FactTable({ entrants, facts, onRemove }: FactTableProps) {
  const { quiet } = palette;
  return (
    <View role="table" aria-label={words.title} style={styles.table}>
      <View role="row" style={[styles.row, styles.head]}>
        <View role="columnheader" style={styles.title}>
          <Text kind="small" colour="quiet">
            {words.fact}
          </Text>
        </View>
        {entrants.map(({ item, unicode }) => (
          <View key={item} role="columnheader" style={styles.cell}>
            {item.startsWith('.') ? (
              <Text kind="name" style={styles.name}>
                {unicode}
              </Text>
            ) : (
              <Link href={`/find/${item}`}>
                <Name unicode={unicode} style={styles.name} />
              </Link>
            )}
            <IconButton look="bare" label={texts.find.outOfLineup(unicode)} onPress={() => onRemove(item)}>
              <X size={16} color={quiet} aria-hidden />
            </IconButton>
          </View>
        ))}
      </View>
      {facts.map(({ title, values, best }) => (
        <View role="row" key={title} style={styles.row}>
          <View role="rowheader" style={styles.title}>
            <Text kind="small" colour="quiet">
              {title}
            </Text>
          </View>
          {values.map((value, index) => (
            <View role="cell" key={entrants[index]?.item} style={[styles.cell, best.has(index) && styles.best]}>
              <Text kind="small" style={best.has(index) ? styles.bestText : undefined}>
                {value}
              </Text>
              {best.has(index) ? <Text kind="small">{words.best}</Text> : null}
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  table: { flexGrow: 1, backgroundColor: palette.card, borderWidth: 1, borderColor: palette.line, borderRadius: 10 },
  row: { flexDirection: 'row', borderTopWidth: 1, borderColor: palette.line },
  head: { borderTopWidth: 0, borderBottomWidth: 1, borderBottomColor: palette.pine },
  title: { width: 108, padding: 8, justifyContent: 'center' },
  cell: { flex: 1, minWidth: 118, paddingHorizontal: 8, paddingVertical: 7, justifyContent: 'center' },
  best: { backgroundColor: palette.sageWash },
  bestText: { fontWeight: '700' },
  name: { fontSize: 14, lineHeight: 19 },
});
