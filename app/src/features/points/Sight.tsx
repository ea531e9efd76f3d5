import { StyleSheet, View } from 'react-native';
import type { SeenAt, SightQuestion } from '@tienda/core/dns/sight';
import { useZoneSight } from '../../api/points';
import { timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.points.sight;

interface SightProps {
  readonly name: string;
  readonly version: number;
}

/** Whether everyone sees the latest change: what resolvers of three places answer now, looked at until all agree. */
export function Sight({ name, version }: SightProps) {
  const sight = useZoneSight(name, version);
  const { questions = [], until, servers = [] } = sight.data ?? {};
  if (sight.isError && !sight.data) return <Failure fault={sight.error} retry={() => void sight.refetch()} />;
  if (questions.length === 0) return null;
  const places = words.places.map((place, index) => ({
    place,
    seen: questions.flatMap(({ seen, ...question }) =>
      seen.filter((one) => one.place === index).map((one) => ({ ...one, question })),
    ),
  }));
  const isSeen = places.every(({ seen }) => seen.every((one) => one.sight === 'new'));
  const late = servers.filter(({ isCurrent }) => !isCurrent);
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Card>
        <View role="status" style={styles.rows}>
          {places.map(({ place, seen }) => (
            <Place key={place} place={place} seen={seen} />
          ))}
          {late.map(({ host }) => (
            <Text key={host} kind="small" colour="terracotta">
              {words.late(host)}
            </Text>
          ))}
          <Text kind="small" colour="quiet">
            {isSeen ? words.all(version) : until ? words.until(timeText(until)) : words.over}
          </Text>
        </View>
      </Card>
    </View>
  );
}

interface PlaceProps {
  readonly place: string;
  readonly seen: readonly (SeenAt & { readonly question: SightQuestion })[];
}

function Place({ place, seen }: PlaceProps) {
  const others = seen.filter(({ sight }) => sight !== 'new');
  return (
    <View>
      <View style={styles.place}>
        <Text>{place}</Text>
        <Text kind="small" colour={others.length === 0 ? 'sage' : 'terracotta'}>
          {others.length === 0 ? words.sees : words.notYet}
        </Text>
      </View>
      {others.map(({ question: { name, type }, ...one }) => (
        <Text key={`${name} ${type}`} kind="small">
          {whatIsSeen(`${name} ${type}`, one)}
        </Text>
      ))}
    </View>
  );
}

function whatIsSeen(record: string, { sight, answers, until }: SeenAt): string {
  if (sight === 'silent') return words.silent(record);
  if (sight === 'unproven') return words.unproven(record);
  const kept = until ? timeText(until) : '';
  return answers.length === 0 ? words.nothing(record, kept) : words.old(record, answers.join(', '), kept);
}

const styles = StyleSheet.create({
  part: { gap: 6, marginTop: 8 },
  rows: { gap: 8 },
  place: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: 8 },
});
