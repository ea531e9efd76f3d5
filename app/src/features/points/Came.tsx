import { StyleSheet } from 'react-native';
import type { ChangedZones, NotChangedZone } from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import { texts } from '../../texts/texts';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.manyPoints;
/** So many names are told one by one. */
const shownLines = 10;

interface CameProps {
  readonly kind: 'good' | 'notice';
  readonly text: string;
  readonly zones: ChangedZones;
}

/** What came of it, and of which names it could not be. */
export function Came({ kind, text, zones: { changed, cannot } }: CameProps) {
  return (
    <>
      <Notice kind={kind}>{text}</Notice>
      {changed.slice(0, shownLines).map(({ name, added, removed }) => (
        <Text key={name} kind="small" style={styles.changed}>
          {words.one(toULabel(name), added, removed)}
        </Text>
      ))}
      {changed.length > shownLines ? (
        <Text kind="small" style={styles.changed}>
          {texts.points.linesMore(changed.length - shownLines)}
        </Text>
      ) : null}
      {cannot.slice(0, shownLines).map((one) => (
        <Notice key={one.name} kind="problem">
          {`${toULabel(one.name)}: ${whyNot(one)}`}
        </Notice>
      ))}
      {cannot.length > shownLines ? <Text>{texts.points.linesMore(cannot.length - shownLines)}</Text> : null}
    </>
  );
}

function whyNot({ code, about, other }: NotChangedZone): string {
  const { problems, together } = texts.points;
  if (code in problems) return problems[code as keyof typeof problems](about);
  if (code in together) return together[code as keyof typeof together](about, other);
  return code in words.notRead ? words.notRead[code as keyof typeof words.notRead](about) : words.meanwhile;
}

const styles = StyleSheet.create({
  changed: { paddingVertical: 2, paddingHorizontal: 12 },
});
