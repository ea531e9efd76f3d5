import { router } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { mayDo, type Deed } from '@tienda/core/accounts/actor';
import { pointsTo, startingDelegation } from '@tienda/core/dns/delegation';
import { typedDelegation, type TypedDelegation } from '@tienda/core/dns/typedDelegation';
import {
  changePreview,
  takenBack,
  type ChangePreview,
  type ChangeStep,
  type NameChange,
} from '@tienda/core/names/nameChange';
import type { ShownName } from '@tienda/core/names/shownName';
import { useHelped } from '../../api/helped';
import { useChangeNames } from '../../api/names';
import { chosenNames } from '../../shop/held/chosenNames';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { ContactMany } from './ContactMany';
import { GroupChoice } from './GroupChoice';
import { HandOverForm } from './HandOverForm';
import { PointMany } from './PointMany';
import { RenewMany } from './RenewMany';

const words = texts.names;

const switches = {
  autoRenewOn: { autoRenew: true },
  autoRenewOff: { autoRenew: false },
  lock: { locked: true },
  unlock: { locked: false },
  hide: { privacy: true },
  show: { privacy: false },
} as const satisfies Record<string, NameChange>;

interface ChangeBarProps {
  readonly chosen: readonly ShownName[];
  /** Changes that registries have not answered yet. */
  readonly changing: number;
  /** Chooses all that fit the search, in these words; left out where all of them are chosen. */
  readonly all: string | undefined;
  readonly onChooseAll: () => void;
  readonly onChooseNone: () => void;
  /** Those are so from now on, as far as is known here. */
  readonly onChanged: (names: readonly string[], change: NameChange) => void;
}

/** What can be done with the names chosen: said before it is done, and taken back after it. */
export function ChangeBar({ chosen, changing, all, onChooseAll, onChooseNone, onChanged }: ChangeBarProps) {
  const [wanted, setWanted] = useState<NameChange>();
  const change = useChangeNames();
  const helped = useHelped();
  const may = (deed: Deed) => helped === undefined || mayDo(helped, deed);
  const [choosesGroup, setChoosesGroup] = useState(false);
  const [isRenewing, setRenewing] = useState(false);
  const [isNaming, setNaming] = useState(false);
  const [isOffering, setOffering] = useState(false);
  /** Of nameservers: stays typed until it is done or left. */
  const [typed, setTyped] = useState<TypedDelegation>();
  /** As they were before they were changed here. */
  const [before, setBefore] = useState<readonly ShownName[]>();
  const { data: done } = change;
  if (chosen.length === 0) return null;
  const preview = wanted && changePreview(before ?? chosen, wanted);
  const send = (steps: readonly ChangeStep[]) =>
    change.mutate(steps, {
      onSuccess: ({ changed, asked }) => {
        const did = new Set([...changed, ...asked]);
        for (const { names, change: to } of steps)
          onChanged(
            names.filter((name) => did.has(name)),
            to,
          );
      },
    });
  const doIt = (to: NameChange, will: readonly ShownName[]) => {
    setBefore(chosen);
    send([{ names: will.map(({ name }) => name), change: to }]);
  };
  const undo = () => {
    if (!done || !before || !wanted) return;
    const did = new Set([...done.changed, ...done.asked]);
    send(
      takenBack(
        before.filter(({ name }) => did.has(name)),
        wanted,
      ),
    );
    setBefore(undefined);
  };
  const toRecords = () => {
    chosenNames.set({
      names: chosen.map(({ name }) => name),
      elsewhere: chosen.filter(({ delegation = startingDelegation }) => pointsTo(delegation) !== 'tienda').length,
    });
    router.navigate('/names/records');
  };
  const choose = (what: NameChange | undefined) => {
    change.reset();
    setBefore(undefined);
    setChoosesGroup(false);
    setWanted(what);
  };
  /** What can be done, for whoever has leave for it. */
  const actions: readonly (readonly [Deed, keyof typeof words.changes, () => void])[] = [
    ['order', 'renew', () => setRenewing(true)],
    ...(['autoRenewOn', 'autoRenewOff', 'lock', 'unlock', 'hide', 'show'] as const).map(
      (what) => ['changeRenewal', what, () => choose(switches[what])] as const,
    ),
    ['changeRecords', 'nameservers', () => setTyped(typedDelegation(startingDelegation))],
    ['changeRecords', 'records', toRecords],
    ['changeHolder', 'contacts', () => setNaming(true)],
    ['handOver', 'handOver', () => setOffering(true)],
    ['changeGroups', 'group', () => setChoosesGroup(!choosesGroup)],
  ];
  return (
    <View role="group" aria-label={words.chosen(chosen.length)}>
      <View style={styles.row}>
        <Text style={styles.count}>{words.chosen(chosen.length)}</Text>
        {all === undefined ? null : <Action kind="link" title={all} onPress={onChooseAll} />}
        <Action kind="link" title={words.chooseNone} onPress={onChooseNone} />
      </View>
      {isRenewing ? (
        <RenewMany chosen={chosen} onLeave={() => setRenewing(false)} />
      ) : isNaming ? (
        <ContactMany chosen={chosen} onLeave={() => setNaming(false)} />
      ) : isOffering ? (
        <ScrollView style={styles.form}>
          <HandOverForm names={chosen.map(({ name }) => name)} onLeave={() => setOffering(false)} />
        </ScrollView>
      ) : typed && !preview ? (
        <PointMany
          typed={typed}
          onType={setTyped}
          onChoose={(delegation) => choose({ delegation })}
          onLeave={() => setTyped(undefined)}
        />
      ) : !preview ? (
        <>
          <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerStyle={styles.actions}>
            {actions
              .filter(([deed]) => may(deed))
              .map(([, what, act]) => (
                <Action key={what} kind="link" title={words.changes[what]} onPress={act} />
              ))}
          </ScrollView>
          {choosesGroup ? (
            <GroupChoice label={words.changes.group} value={undefined} onChange={(groupId) => choose({ groupId })} />
          ) : null}
        </>
      ) : (
        <View role="status">
          <Text kind="small">
            {done
              ? words.haveChanged(done.changed.length, done.asked.length, Math.min(changing, done.asked.length))
              : previewWords(preview)}
          </Text>
          <View style={styles.row}>
            {done ? (
              <>
                {before && done.changed.length + done.asked.length > 0 ? (
                  <Action kind="link" title={words.undo} onPress={undo} />
                ) : null}
                <Action
                  kind="link"
                  title={texts.find.close}
                  onPress={() => {
                    setTyped(undefined);
                    choose(undefined);
                  }}
                />
              </>
            ) : (
              <>
                <Action
                  title={words.doIt}
                  busy={change.isPending}
                  disabled={preview.will.length === 0}
                  onPress={() => doIt(wanted, preview.will)}
                />
                <Action kind="link" title={words.leaveIt} onPress={() => choose(undefined)} />
              </>
            )}
          </View>
        </View>
      )}
      {change.isError ? <Failure fault={change.error} /> : null}
    </View>
  );
}

/** What will change, what is so already, and what cannot, with why. */
function previewWords({ will, already, cannot }: ChangePreview): string {
  return [
    words.willChange(will.length, already.length),
    ...[...cannot].map(([why, some]) => words.cannot[why](some.length)),
  ].join(' ');
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 },
  actions: { alignItems: 'center', columnGap: 14 },
  form: { maxHeight: 420 },
  count: { fontWeight: '700' },
});
