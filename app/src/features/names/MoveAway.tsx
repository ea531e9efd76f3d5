import { Link } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { ShownMoveAway, ShownNameLeft } from '@tienda/core/transfers/moveAway';
import { useMay } from '../../api/helped';
import { useAnswerMoveAway, useMovesAway } from '../../api/movesAway';
import { dateText, dayText, minuteText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.movesAway;

/** Another registrar asks for a name: what goes with it, by when it can be kept, and the two answers. */
export function MoveAway({ name, to, until, agreed }: ShownMoveAway) {
  const answer = useAnswerMoveAway(name);
  const [isSure, setSure] = useState(false);
  const title = words.title(to);
  return (
    <Card label={title}>
      <Text kind="heading" level={2} style={styles.line}>
        {title}
      </Text>
      <View role="status">
        <Text style={styles.line}>
          {agreed === undefined ? words.silence(minuteText(until)) : agreed ? words.agreed : words.kept}
        </Text>
      </View>
      <Text kind="small" style={styles.line}>
        {words.goesWith}
      </Text>
      {isSure && agreed === undefined ? <Text style={styles.line}>{words.sure}</Text> : null}
      {agreed === undefined ? (
        <View style={styles.actions}>
          {isSure ? (
            <>
              <Action kind="main" title={words.doIt} busy={answer.isPending} onPress={() => answer.mutate(true)} />
              <Action title={words.leaveIt} onPress={() => setSure(false)} />
            </>
          ) : (
            <>
              <Action kind="main" title={words.keep} busy={answer.isPending} onPress={() => answer.mutate(false)} />
              <Action title={words.letGo} onPress={() => setSure(true)} />
            </>
          )}
        </View>
      ) : null}
      {answer.isError ? <Failure fault={answer.error} /> : null}
    </Card>
  );
}

/** A name that has moved away, and what of it goes on here. */
export function Left({ unicode, leftOn, servedUntil }: ShownNameLeft) {
  const left = words.left(unicode, dateText(leftOn));
  return (
    <Notice kind="notice">
      {`${left} ${servedUntil === undefined ? words.over : words.goesOn(dateText(servedUntil))}`}
    </Notice>
  );
}

/** Names that others ask for and nothing was said of, and those that have left and are still served: to be found at once. */
export function MovesAwayNotices() {
  const { asked = [], left = [] } = useMovesAway().data ?? {};
  const may = useMay('letNamesGo');
  if (!may) return null;
  return (
    <>
      {asked
        .filter(({ agreed }) => agreed === undefined)
        .map(({ name, unicode, to, until }) => (
          <Notice
            key={name}
            kind="problem"
            action={
              <Link href={{ pathname: '/names/[name]', params: { name } }} style={styles.link}>
                <Text colour="terracotta">{words.see(unicode)}</Text>
              </Link>
            }
          >
            {words.listed(unicode, to, dayText(until))}
          </Notice>
        ))}
      {left
        .filter(({ servedUntil }) => servedUntil !== undefined)
        .map((one) => (
          <Left key={one.name} {...one} />
        ))}
    </>
  );
}

const styles = StyleSheet.create({
  line: { marginBottom: 6 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 4 },
  link: { paddingVertical: 10 },
});
