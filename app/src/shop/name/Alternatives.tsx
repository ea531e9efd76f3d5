import { useState } from 'react';
import { Link } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { canRegister } from '@tienda/core/names/availability';
import type { Idea } from '@tienda/core/ideas/idea';
import { useCatalogue } from '../../api/catalogue';
import { useIdeas, type IdeasState } from '../../api/ideas';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { wholeAmount } from '../../texts/format';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Failure, Loading } from '../../ui/Empty';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { BasketToggle } from './BasketToggle';
import { useBasketToggle } from './useBasketToggle';
import { statusWords } from './remarks';
import { doorLook } from './ResultRow';
import { rowFor, unicodeOf, type Row } from './rows';
import { currencyStore } from '../../api/currencyStore';
import { ideaWords } from './ideaWords';

const words = texts.ideas;

/** As many as are shown before one asks for more. */
const shownFirst = 8;

interface AlternativesProps {
  /** A-label. */
  readonly name: string;
  readonly purpose: 'instead' | 'protect';
}

/** Names to take instead of one, or beside it; each with its reason and with what its registry says. */
export function Alternatives({ name, purpose }: AlternativesProps) {
  const currency = useStored(currencyStore);
  const ideas = useIdeas(name, purpose, currency);
  const catalogue = useCatalogue().data;
  const [all, setAll] = useState(false);
  const { inBasket, toggle } = useBasketToggle();
  const rows = ideas.data && catalogue ? ideaRows(ideas.data, (label) => catalogue.get(label)) : [];
  const shown = all ? rows : rows.slice(0, shownFirst);
  const addable = rows.filter(({ row }) => isFree(row) && !inBasket.has(row.name));
  return (
    <Card label={words[purpose].title}>
      <Text kind="heading" level={2}>
        {words[purpose].title}
      </Text>
      <Text kind="small" colour="quiet">
        {words[purpose].detail}
      </Text>
      {ideas.isPending ? <Loading /> : null}
      {ideas.error ? <Failure fault={ideas.error} retry={() => void ideas.refetch()} /> : null}
      {ideas.data?.done && rows.length === 0 ? <Text colour="quiet">{words.none}</Text> : null}
      {shown.map(({ idea, row }) => (
        <IdeaRow
          key={row.name}
          idea={idea}
          row={row}
          inBasket={inBasket.has(row.name)}
          onToggle={() => toggle(row.name, row.answer, row.extension)}
        />
      ))}
      <IdeaActions
        more={!all && rows.length > shown.length ? rows.length : 0}
        onMore={() => setAll(true)}
        addable={purpose === 'protect' ? addable.length : 0}
        onAdd={() => addable.forEach(({ row }) => toggle(row.name, row.answer, row.extension))}
      />
    </Card>
  );
}

interface IdeaWithRow {
  readonly idea: Idea;
  readonly row: Row;
}

const isFree = ({ answer }: Row) => answer?.type === 'result' && canRegister(answer.status);

/** Free ones first, those still asked for next; what is taken is not offered. In each group the best first. */
function ideaRows(
  { ideas, answers }: IdeasState,
  extensionFor: (label: string) => Row['extension'] | undefined,
): IdeaWithRow[] {
  const rows = ideas.flatMap((idea): IdeaWithRow[] => {
    const extension = extensionFor(idea.extension);
    if (!extension) return [];
    return [{ idea, row: rowFor(idea.name, idea.label, extension, answers.get(idea.name), 1) }];
  });
  const asked = rows.filter(({ row }) => row.answer?.type !== 'result' && row.answer?.status !== 'taken');
  return [...rows.filter(({ row }) => isFree(row)), ...asked];
}

interface IdeaRowProps extends IdeaWithRow {
  readonly inBasket: boolean;
  readonly onToggle: () => void;
}

function IdeaRow({ idea, row, inBasket, onToggle }: IdeaRowProps) {
  const { answer, extension } = row;
  const price = answer?.price;
  return (
    <View style={styles.idea}>
      <Door look={doorLook(row)} size={26} />
      <View style={styles.words}>
        <Link href={`/find/${row.name}`} asChild>
          <Pressable style={styles.link}>
            <Name unicode={unicodeOf(row)} style={styles.name} />
          </Pressable>
        </Link>
        <Text kind="small" colour="quiet">
          {ideaWords(idea.reason)} · {statusWords(answer, extension)}
        </Text>
        {price ? (
          <Text kind="small">
            {words.price(wholeAmount(price.firstYear, price.currency), wholeAmount(price.renewal, price.currency))}
          </Text>
        ) : null}
      </View>
      <BasketToggle row={row} inBasket={inBasket} onToggle={onToggle} />
    </View>
  );
}

interface IdeaActionsProps {
  /** How many there are in all, where not all are shown. */
  readonly more: number;
  readonly onMore: () => void;
  /** How many can be put in the basket together. */
  readonly addable: number;
  readonly onAdd: () => void;
}

function IdeaActions({ more, onMore, addable, onAdd }: IdeaActionsProps) {
  return (
    <View style={styles.actions}>
      {more > 0 ? <Action kind="link" title={words.more(more)} onPress={onMore} /> : null}
      {addable > 0 ? <Action title={words.addAll(addable)} onPress={onAdd} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  idea: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingVertical: 8,
    borderBottomWidth: 1,
    borderColor: palette.line,
    minHeight: 60,
  },
  words: { flex: 1, minWidth: 0 },
  link: { alignSelf: 'flex-start', maxWidth: '100%' },
  name: { fontSize: 16, lineHeight: 22 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, marginTop: 8 },
});
