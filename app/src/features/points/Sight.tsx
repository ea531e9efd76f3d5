import { StyleSheet, View } from 'react-native';
import type { SeenAt, SightQuestion } from '@tienda/core/dns/sight';
import { grouped } from '@tienda/core/text/grouped';
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
  const late = servers.filter(({ sight: its }) => its !== 'new');
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
          {late.map(({ host, sight: its }) => (
            <Text key={host} kind="small" colour="terracotta">
              {its === 'silent' ? words.silentServer(host) : words.late(host)}
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
  const until =
    others
      .map((one) => one.until ?? '')
      .toSorted()
      .at(-1) ?? '';
  const alike = grouped(others, ({ question: { name }, sight, answers }) => JSON.stringify([name, sight, answers]));
  return (
    <View>
      <View style={styles.place}>
        <Text>{place}</Text>
        <Text kind="small" colour={others.length === 0 ? 'sage' : 'terracotta'}>
          {others.length === 0 ? words.sees : words.notYet}
        </Text>
      </View>
      {[...alike].map(([key, some]) => (
        <Text key={key} kind="small">
          {whatIsSeen(some)}
        </Text>
      ))}
      {until === '' ? null : (
        <Text kind="small" colour="quiet">
          {words.keeps(timeText(until))}
        </Text>
      )}
    </View>
  );
}

/** @param some of one name, all of them answered alike */
function whatIsSeen(some: PlaceProps['seen']): string {
  const [first] = some;
  if (!first) return '';
  const record = `${first.question.name} ${some.map(({ question: { type } }) => type).join(', ')}`;
  const { sight, answers } = first;
  if (sight === 'silent') return words.silent(record);
  if (sight === 'unproven') return words.unproven(record);
  return answers.length === 0 ? words.nothing(record) : words.old(record, answers.join(', '));
}

const styles = StyleSheet.create({
  part: { gap: 6, marginTop: 8 },
  rows: { gap: 8 },
  place: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: 8 },
});
