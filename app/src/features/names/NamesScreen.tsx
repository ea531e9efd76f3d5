import { router } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { NameChange } from '@tienda/core/names/nameChange';
import type { ShownName } from '@tienda/core/names/shownName';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { useEveryName, useNameCounts, useNamePages } from '../../api/names';
import { useSession } from '../../api/session';
import { useToday } from '../../api/shopClock';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { HolderChecks } from '../../shop/held/HolderChecks';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Chip } from '../../ui/Chip';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';
import { ChangeBar } from './ChangeBar';
import { nameFilters, readFilter, searchOf } from './nameFilters';
import { NameRow } from './NameRow';
import { saveNames } from './saveNames';

const words = texts.names;

/** Every name held, the soonest to end first: one is found among hundreds, many are changed at once. */
export function NamesScreen() {
  const session = useSession();
  const counts = useNameCounts();
  const today = useToday();
  const [chosen, setChosen] = useState<ReadonlyMap<string, ShownName>>(new Map());
  const { q = '', show } = useQueryParams<{ q: string; show: string }>();
  const filter = readFilter(show);
  const search = today === undefined ? '' : searchOf(filter, q, today);
  const isVisitor = session.data !== undefined && !session.data.account;
  const all = counts.data?.all;
  const fitting = q === '' ? counts.data?.[filter] : undefined;
  const every = useEveryName();
  const saving = useEveryName();
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
      {all === 0 ? (
        <Empty title={words.empty} detail={words.emptyDetail}>
          <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
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
          <ScrollView
            horizontal
            showsHorizontalScrollIndicator={false}
            contentContainerStyle={styles.chips}
            style={styles.strip}
          >
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
          </ScrollView>
          <View style={styles.save}>
            <Action kind="link" title={words.csv} busy={saving.isPending} onPress={save} />
          </View>
          {today === undefined ? null : <Rows search={search} today={today} chosen={chosen} onChosen={setChosen} />}
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
    if (one) next.set(name, { ...one, ...change });
  }
  return next;
}

interface RowsProps {
  readonly search: string;
  readonly today: IsoDate;
  readonly chosen: ReadonlyMap<string, ShownName>;
  readonly onChosen: (chosen: ReadonlyMap<string, ShownName>) => void;
}

function Rows({ search, today, chosen, onChosen }: RowsProps) {
  const pages = useNamePages(search);
  const failure = pages.isError ? <Failure fault={pages.error} retry={() => void pages.refetch()} /> : null;
  // What is known stays on screen, though asking for it anew has failed.
  if (!pages.data) return failure ?? <Loading />;
  const names = pages.data.pages.flatMap(({ body }) => body);
  if (names.length === 0) return <Text colour="quiet">{words.noneFit}</Text>;
  const choose = (name: ShownName, isChosen: boolean) => {
    const next = new Map(chosen);
    if (isChosen) next.set(name.name, name);
    else next.delete(name.name);
    onChosen(next);
  };
  return (
    <View>
      {failure}
      {names.map((name) => (
        <NameRow
          key={name.name}
          name={name}
          today={today}
          isChosen={chosen.has(name.name)}
          onChoose={(isChosen) => choose(name, isChosen)}
        />
      ))}
      {pages.hasNextPage ? (
        <View style={styles.more}>
          <Action title={words.more} busy={pages.isFetchingNextPage} onPress={() => void pages.fetchNextPage()} />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0 },
  chips: { gap: 8, paddingVertical: 6, alignItems: 'center' },
  more: { alignItems: 'center', paddingVertical: 14 },
  save: { alignItems: 'flex-end' },
});
