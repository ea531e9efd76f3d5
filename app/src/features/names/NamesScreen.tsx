import { Link, router } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { withChange, type NameChange } from '@tienda/core/names/nameChange';
import type { ShownName } from '@tienda/core/names/shownName';
import { useMay } from '../../api/helped';
import { useEveryName, useNameCounts } from '../../api/names';
import { useGroups } from '../../api/groups';
import { useSession } from '../../api/session';
import { useToday } from '../../api/shopClock';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { GroupFilter } from '../../shop/held/GroupFilter';
import { HolderChecks } from '../../shop/held/HolderChecks';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Chip } from '../../ui/Chip';
import { ChipChoice } from '../../ui/ChipChoice';
import { ChipStrip } from '../../ui/ChipStrip';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';
import { ChangeBar } from './ChangeBar';
import { HandOverNotices } from './HandOverNotices';
import { MovesAwayNotices } from './MoveAway';
import { nameFilters, nameSorts, readFilter, readSort, searchOf } from './nameFilters';
import { NameRows } from './NameRows';
import { saveNames } from './saveNames';

const words = texts.names;

/** Every name held, the soonest to end first: one is found among hundreds, many are changed at once. */
export function NamesScreen() {
  const session = useSession();
  const counts = useNameCounts();
  const today = useToday();
  const [chosen, setChosen] = useState<ReadonlyMap<string, ShownName>>(new Map());
  const {
    q = '',
    show,
    sort: sorted,
    group = '',
  } = useQueryParams<{ q: string; show: string; sort: string; group: string }>();
  const groups = useGroups();
  const filter = readFilter(show);
  const sort = readSort(sorted);
  const search = today === undefined ? '' : searchOf({ filter, typed: q, sort, group }, today);
  const isVisitor = session.data !== undefined && !session.data.account;
  const all = counts.data?.all;
  const fitting = q === '' && group === '' ? counts.data?.[filter] : undefined;
  const every = useEveryName();
  const saving = useEveryName();
  const mayMove = useMay('moveNames');
  const mayHandOver = useMay('handOver');
  const save = () => saving.mutate(search, { onSuccess: (names) => void saveNames(names) });
  const chooseAll = () =>
    every.mutate(search, { onSuccess: (names) => setChosen(new Map(names.map((name) => [name.name, name]))) });
  return (
    <Screen
      wide
      title={words.title}
      aside={all === undefined ? undefined : <Stub>{texts.nameCount(all)}</Stub>}
      foot={
        chosen.size > 0 ? (
          <ChangeBar
            chosen={[...chosen.values()]}
            changing={counts.data?.changing ?? 0}
            all={
              fitting === undefined
                ? words.chooseMatching
                : fitting > chosen.size
                  ? words.chooseAll(fitting)
                  : undefined
            }
            onChooseAll={chooseAll}
            onChooseNone={() => setChosen(new Map())}
            onChanged={(names, change) => setChosen(changedAmong(chosen, names, change))}
          />
        ) : undefined
      }
    >
      {saving.isError ? <Failure fault={saving.error} retry={save} /> : null}
      {every.isError ? <Failure fault={every.error} retry={chooseAll} /> : null}
      {isVisitor ? <SignInFirst why={words.signIn} /> : null}
      {counts.isError ? <Failure fault={counts.error} retry={() => void counts.refetch()} /> : null}
      {counts.isLoading ? <Loading /> : null}
      <MovesAwayNotices />
      <HandOverNotices />
      {all === 0 ? (
        <Empty title={words.empty} detail={words.emptyDetail}>
          <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
          <Action kind="link" title={texts.moves.title} onPress={() => router.navigate('/names/move')} />
        </Empty>
      ) : null}
      {all !== undefined && all > 0 ? (
        <View>
          <HolderChecks />
          {all > 1 ? (
            <Field
              label={words.find(all)}
              value={q}
              mono
              onChange={(typed) => router.setParams({ q: typed === '' ? undefined : typed })}
            />
          ) : null}
          <ChipStrip at={filter}>
            {nameFilters
              .filter((one) => one === 'all' || one === filter || (counts.data?.[one] ?? 0) > 0)
              .map((one) => (
                <Chip
                  key={one}
                  title={words.show[one](counts.data?.[one] ?? 0)}
                  pressed={one === filter}
                  onPress={() => router.setParams({ show: one === 'all' ? undefined : one })}
                />
              ))}
          </ChipStrip>
          <View style={styles.tools}>
            <GroupFilter value={group} onChange={(id) => router.setParams({ group: id === '' ? undefined : id })} />
            {all > 1 ? (
              <ChipChoice
                label={words.sort}
                value={sort}
                options={nameSorts.map((value) => ({ value, title: words.sorts[value] }))}
                onChange={(by) => router.setParams({ sort: by === 'ends' ? undefined : by })}
              />
            ) : null}
            {mayMove ? (
              <Link href="/names/move" style={styles.link}>
                <Text kind="strong" colour="terracotta">
                  {texts.moves.title}
                </Text>
              </Link>
            ) : null}
            {mayHandOver ? (
              <Link href="/names/hand-overs" style={styles.link}>
                <Text kind="strong" colour="terracotta">
                  {texts.handOvers.title}
                </Text>
              </Link>
            ) : null}
            <Link href="/names/groups" style={styles.link}>
              <Text kind="strong" colour="terracotta">
                {texts.groups.screen}
              </Text>
            </Link>
            <Action kind="link" title={words.csv} busy={saving.isPending} onPress={save} />
          </View>
          {today === undefined ? null : (
            <NameRows
              search={search}
              today={today}
              titles={new Map(groups.data?.map(({ id, title }) => [id, title]))}
              chosen={chosen}
              onChosen={setChosen}
            />
          )}
        </View>
      ) : null}
    </Screen>
  );
}

function changedAmong(
  chosen: ReadonlyMap<string, ShownName>,
  names: readonly string[],
  change: NameChange,
): ReadonlyMap<string, ShownName> {
  const next = new Map(chosen);
  for (const name of names) {
    const one = next.get(name);
    if (one) next.set(name, withChange(one, change));
  }
  return next;
}

const styles = StyleSheet.create({
  tools: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 12, paddingBottom: 6 },
  link: { paddingVertical: 12 },
});
