import { router } from 'expo-router';
import { useState } from 'react';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import { useChangeZones, useTakeBackZones } from '../../api/points';
import { chosenNames } from '../../shop/held/chosenNames';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Empty } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Recipes } from './Recipes';
import { ZoneFiles } from './ZoneFiles';
import { ZoneSteps } from './ZoneSteps';

const words = texts.manyPoints;
/** So many names are written out. */
const shownNames = 3;

/** Records of many names, changed alike: what it comes to is found out before it is done, and taken back after it. */
export function ManyPointsScreen() {
  const { names, elsewhere } = useStored(chosenNames);
  const [first] = names;
  return (
    <Screen title={words.title(names.length)} back={{ href: '/names', title: words.back }}>
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
    preview.mutate({ names, wish: wanted, preview: true });
  };
  const leave = () => {
    setWish(undefined);
    preview.reset();
    change.reset();
    back.reset();
  };
  if (!wish) return <Recipes isMany zone={first} records={[]} onUse={find} />;
  return (
    <>
      <ZoneSteps
        found={preview.data}
        finding={preview}
        saving={change}
        back={back}
        onFind={() => find(wish)}
        onSave={() => change.mutate({ names, wish, preview: false })}
        onLeave={leave}
      />
      {change.data ? <Action kind="link" title={words.back} onPress={() => router.navigate('/names')} /> : null}
    </>
  );
}
