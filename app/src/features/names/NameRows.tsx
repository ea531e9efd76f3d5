import { router } from 'expo-router';
import { useRef, type KeyboardEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { useNamePages } from '../../api/names';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure, Loading } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { useWide } from '../../ui/useWide';
import { NameRow } from './NameRow';

const words = texts.names;

interface NameRowsProps {
  readonly search: string;
  readonly today: IsoDate;
  /** Of groups, by id. */
  readonly titles: ReadonlyMap<string, string>;
  readonly chosen: ReadonlyMap<string, ShownName>;
  readonly onChosen: (chosen: ReadonlyMap<string, ShownName>) => void;
}

/**
 * The names that fit a search, page by page. One is chosen by its box, several from one to another with Shift or by holding
 * the last one's box; arrow keys go from box to box, Enter opens the name.
 */
export function NameRows({ search, today, titles, chosen, onChosen }: NameRowsProps) {
  const pages = useNamePages(search);
  const isWide = useWide();
  /** A-label of the one chosen last: from there a range goes. */
  const from = useRef<string>(undefined);
  const failure = pages.isError ? <Failure fault={pages.error} retry={() => void pages.refetch()} /> : null;
  // What is known stays on screen, though asking for it anew has failed.
  if (!pages.data) return failure ?? <Loading />;
  const names = pages.data.pages.flatMap(({ body }) => body);
  if (names.length === 0) return <Text colour="quiet">{words.noneFit}</Text>;
  const choose = (at: number, isChosen: boolean, isRange: boolean) => {
    const start = isRange ? names.findIndex(({ name }) => name === from.current) : -1;
    const [first, last] = start < 0 ? [at, at] : [Math.min(start, at), Math.max(start, at)];
    const next = new Map(chosen);
    for (const name of names.slice(first, last + 1))
      if (isChosen) next.set(name.name, name);
      else next.delete(name.name);
    from.current = names[at]?.name;
    onChosen(next);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const boxes = Array.from(event.currentTarget.querySelectorAll<HTMLInputElement>('input[type="checkbox"]'));
    const at = boxes.findIndex((box) => box === event.target);
    const name = names[at];
    if (!name) return;
    if (event.key === 'Enter') router.navigate({ pathname: '/names/[name]', params: { name: name.name } });
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const box = step === undefined ? undefined : boxes[at + step];
    if (step === undefined || !box) return;
    event.preventDefault();
    box.focus();
    if (!event.shiftKey) return;
    if (from.current === undefined || !chosen.has(name.name)) from.current = name.name;
    choose(at + step, true, true);
  };
  // The browser's own events: the view hands them on.
  const keys: object = { onKeyDown };
  return (
    <View {...keys}>
      {failure}
      {names.length > 1 && (isWide || chosen.size > 0) ? (
        <Text kind="small" colour="quiet">
          {isWide ? words.keys : words.hold}
        </Text>
      ) : null}
      {names.map((name, at) => (
        <NameRow
          key={name.name}
          name={name}
          today={today}
          group={titles.get(name.groupId ?? '')}
          isChosen={chosen.has(name.name)}
          onChoose={(isChosen, isRange) => choose(at, isChosen, isRange)}
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
  more: { alignItems: 'center', paddingVertical: 14 },
});
