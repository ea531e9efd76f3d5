import { Link, router } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import { useChangeZones, useTakeBackZones } from '../../api/points';
import { chosenNames } from '../../shop/held/chosenNames';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Empty, Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Came } from './Came';
import { Recipes } from './Recipes';
import { ZoneFiles } from './ZoneFiles';

const words = texts.manyPoints;
/** So many names are written out. */
const shownNames = 3;

/** Records of many names, changed alike: what it comes to is found out before it is done, and taken back after it. */
export function ManyPointsScreen() {
  const { names, elsewhere } = useStored(chosenNames);
  const [first] = names;
  return (
    <Screen title={words.title(names.length)}>
      <Link href="/names" style={{ paddingVertical: 10 }}>
        <Text colour="terracotta">← {words.back}</Text>
      </Link>
      {first === undefined ? (
        <Empty title={words.none} detail={words.noneDetail} />
      ) : (
        <>
          <Text colour="quiet" style={{ marginBottom: 10 }}>
            {words.which(names.slice(0, shownNames).map(toULabel).join(', '), Math.max(0, names.length - shownNames))}
          </Text>
          {elsewhere > 0 ? <Notice kind="notice">{words.elsewhere(elsewhere)}</Notice> : null}
          <Changing names={names} first={first} />
          <ZoneFiles names={names} />
        </>
      )}
    </Screen>
  );
}

interface ChangingProps {
  readonly names: readonly string[];
  readonly first: string;
}

function Changing({ names, first }: ChangingProps) {
  const [wish, setWish] = useState<ZoneWish>();
  const preview = useChangeZones();
  const change = useChangeZones();
  const back = useTakeBackZones();
  const find = (wanted: ZoneWish) => {
    setWish(wanted);
    change.reset();
    back.reset();
    preview.mutate({ names, wish: wanted, preview: true });
  };
  const leave = () => {
    setWish(undefined);
    preview.reset();
    change.reset();
    back.reset();
  };
  const done = change.data;
  return (
    <View>
      {wish ? null : <Recipes isMany zone={first} records={[]} onUse={find} />}
      <View role="status">
        {back.data ? (
          <Came kind="good" text={words.takenBack(back.data.changed.length)} zones={back.data} />
        ) : done ? (
          <Came kind="good" text={words.haveChanged(done.changed.length)} zones={done} />
        ) : preview.data ? (
          <Came
            kind="notice"
            text={words.willChange(preview.data.changed.length, preview.data.same.length)}
            zones={preview.data}
          />
        ) : null}
      </View>
      {[preview, change, back].map(({ isError, error }, at) => (isError ? <Failure key={at} fault={error} /> : null))}
      {wish ? (
        <View style={styles.actions}>
          {done ? null : (
            <Action
              kind="main"
              title={words.save(preview.data?.changed.length ?? 0)}
              busy={preview.isPending || change.isPending}
              disabled={!preview.data || preview.data.changed.length === 0}
              onPress={() => change.mutate({ names, wish, preview: false })}
            />
          )}
          {done && done.changed.length > 0 && !back.data ? (
            <Action title={texts.points.takeBack} busy={back.isPending} onPress={() => back.mutate(done.changed)} />
          ) : null}
          <Action kind="link" title={done ? words.more : texts.points.leave} onPress={leave} />
          {done ? <Action kind="link" title={words.back} onPress={() => router.navigate('/names')} /> : null}
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 10 },
});
