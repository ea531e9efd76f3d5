import { StyleSheet, View } from 'react-native';
import type { ChangedZones, NotChangedZone } from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import { useTakeBackZones } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.manyPoints;
/** So many names are told one by one. */
const shownLines = 10;

/** Something that was asked for, as TanStack Query tells of it. */
interface Asked {
  readonly data?: ChangedZones | undefined;
  readonly isPending: boolean;
  readonly error: Error | null;
}

interface ZoneStepsProps {
  /** What it would come to. */
  readonly found: ChangedZones | undefined;
  readonly finding: Pick<Asked, 'isPending' | 'error'>;
  readonly saving: Asked;
  readonly back: ReturnType<typeof useTakeBackZones>;
  /** Finds it out once more, where that failed. */
  readonly onFind?: () => void;
  readonly onSave: () => void;
  readonly onLeave: () => void;
  readonly children?: React.ReactNode;
}

/** Many zones from what it would come to over what came of it to how they were before. */
export function ZoneSteps({ found, finding, saving, back, onFind, onSave, onLeave, children }: ZoneStepsProps) {
  const done = saving.data;
  return (
    <View>
      <View role="status">
        {back.data ? (
          <Came kind="good" text={words.takenBack(back.data.changed.length)} zones={back.data} />
        ) : done ? (
          <Came kind="good" text={words.haveChanged(done.changed.length)} zones={done} />
        ) : found ? (
          <Came kind="notice" text={words.willChange(found.changed.length, found.same.length)} zones={found} />
        ) : null}
      </View>
      {done ? null : children}
      {finding.error ? <Failure fault={finding.error} {...(onFind ? { retry: onFind } : {})} /> : null}
      {saving.error ? <Failure fault={saving.error} /> : null}
      {back.error ? <Failure fault={back.error} /> : null}
      <View style={styles.actions}>
        {done ? null : (
          <Action
            kind="main"
            title={words.save(found?.changed.length ?? 0)}
            busy={finding.isPending || saving.isPending}
            disabled={!found || found.changed.length === 0}
            onPress={onSave}
          />
        )}
        {done && done.changed.length > 0 && !back.data ? (
          <Action title={texts.points.takeBack} busy={back.isPending} onPress={() => back.mutate(done.changed)} />
        ) : null}
        <Action kind="link" title={done ? words.more : texts.points.leave} onPress={onLeave} />
      </View>
    </View>
  );
}

interface CameProps {
  readonly kind: 'good' | 'notice';
  readonly text: string;
  readonly zones: ChangedZones;
}

/** What came of it, and of which names it could not be. */
function Came({ kind, text, zones: { changed, cannot } }: CameProps) {
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
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 10 },
  changed: { paddingVertical: 2, paddingHorizontal: 12 },
});
