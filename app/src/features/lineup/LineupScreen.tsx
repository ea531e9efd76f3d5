import { defaultHorizon } from '@tienda/core/pricing/keepCost';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { crossings } from '@tienda/core/pricing/crossings';
import { longestTerm } from '@tienda/core/pricing/yearRail';
import { useCatalogue, useWholeExtensions } from '../../api/catalogue';
import { useRate, useRates } from '../../api/rates';
import { useSearch } from '../../api/search';
import { useNow } from '../../api/shopClock';
import { readTexts, useStored } from '../../stored/stored';
import { roundAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { LineChart } from '../../ui/chart/LineChart';
import { ChipChoice } from '../../ui/ChipChoice';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';
import { CurrencyChoice } from '../../shop/money/CurrencyChoice';
import { currencyStore } from '../../api/currencyStore';
import { asName, priceLine } from '@tienda/core/pricing/priceLine';
import { download } from '../../ui/download';
import { FactTable } from './FactTable';
import { lineupFacts, type Entrant } from './lineupFacts';
import { reading } from '../../shop/name/later';
import { lineupStore, mostInLineup } from '../../shop/name/lineupStore';

const words = texts.lineup;
const years = Array.from({ length: longestTerm }, (_, index) => String(index + 1));

/** Up to six names or extensions side by side. The address holds them, so that it can be shared. */
export function LineupScreen() {
  const { items, setItems, horizon, setHorizon } = useLineup();
  const currency = useStored(currencyStore);
  const { entrants, fault, pending, retry } = useEntrants(items);
  const rate = useRate(currency);
  const facts = rate === undefined ? [] : lineupFacts(entrants, horizon, currency, rate);
  const crossed = crossings(entrants.map(({ unicode, line }) => ({ name: unicode, keepCost: line.keepCost })));
  const remove = (item: string) => setItems(items.filter((other) => other !== item));
  const save = async () => {
    const { writeCsv } = await import('@tienda/core/formats/csv');
    const head = ['', ...entrants.map(({ unicode }) => unicode)];
    download('lineup.csv', 'text/csv', writeCsv([head, ...facts.map(({ title, values }) => [title, ...values])]));
  };
  return (
    <Screen
      title={words.title}
      back
      wide
      aside={<CurrencyChoice value={currency} onChange={(code) => currencyStore.set(code)} />}
    >
      {items.length === 0 ? <Empty title={words.empty} detail={words.emptyDetail} /> : null}
      {fault ? <Failure fault={fault} retry={retry} /> : null}
      {pending ? <Loading /> : null}
      {items.length < mostInLineup ? <AddItem items={items} onAdd={(item) => setItems([...items, item])} /> : null}
      {entrants.length > 0 ? (
        <>
          <ScrollView horizontal contentContainerStyle={{ flexGrow: 1 }}>
            <FactTable entrants={entrants} facts={facts} onRemove={remove} />
          </ScrollView>
          <View style={{ flexDirection: 'row', gap: 12, alignItems: 'center', marginVertical: 12, flexWrap: 'wrap' }}>
            <ChipChoice
              label={texts.find.keepLabel}
              value={String(horizon)}
              options={years.map((value) => ({ value, title: texts.find.keepShort(Number(value)) }))}
              onChange={(value) => setHorizon(Number(value))}
            />
            <Action title={words.csv} onPress={() => void save()} />
          </View>
          <Card label={words.curves}>
            <Text kind="heading" level={2}>
              {words.curves}
            </Text>
            <LineChart
              title={words.curves}
              along={years}
              alongTitle={texts.name.years}
              series={entrants.map(({ unicode, line }) => ({ name: unicode, values: line.keepCost }))}
              format={(amount) => roundAmount(amount, currency)}
            />
            {crossed.map(({ dearer, cheaper, fromYear }) => (
              <Text key={`${dearer} ${cheaper} ${fromYear}`}>{words.crossing(dearer, cheaper, fromYear)}</Text>
            ))}
            {crossed.length === 0 && entrants.length > 1 ? <Text colour="quiet">{words.noCrossing}</Text> : null}
          </Card>
        </>
      ) : null}
    </Screen>
  );
}

/** What is in the lineup: as the address says, else as this browser remembers. */
function useLineup() {
  const params = useQueryParams<{ items: string; keep: string }>();
  const remembered = useStored(lineupStore);
  const shared = params.items?.split(',').filter(Boolean).slice(0, mostInLineup);
  const keep = Number(params.keep);
  return {
    items: shared ?? remembered,
    horizon: Number.isInteger(keep) && keep >= 1 && keep <= longestTerm ? keep : defaultHorizon,
    setItems: (items: readonly string[]) => {
      lineupStore.set(readTexts(items) ?? []);
      router.setParams({ items: items.join(',') });
    },
    setHorizon: (count: number) => router.setParams({ keep: String(count), items: (shared ?? remembered).join(',') }),
  };
}

/** Everything known of what is in the lineup, each priced for its shortest term. */
function useEntrants(items: readonly string[]) {
  const currency = useStored(currencyStore);
  const rate = useRate(currency);
  const catalogue = useCatalogue();
  const labels = items.map((item) => item.slice(item.indexOf('.') + 1)).filter((label) => catalogue.data?.has(label));
  const whole = useWholeExtensions(labels);
  const now = useNow();
  const names = items.filter((item) => !item.startsWith('.'));
  const search = useSearch({ query: names.join('\n'), currency });
  const answers = search.data?.answers;
  const entrants = useMemo(() => {
    const known = catalogue.data;
    if (!known || rate === undefined || now === undefined) return [];
    return items.flatMap((item): Entrant[] => {
      const extension = extensionOf(item, known);
      if (!extension) return [];
      const answer = answers?.get(item);
      const priced = item.startsWith('.')
        ? asName(extension)
        : { name: item, unicode: answer?.unicode ?? item, extension, premium: answer?.premium };
      const terms = {
        years: Math.min(...extension.terms.register),
        privacy: extension.privacy.policy === 'included',
        currency,
        rate,
        now: new Date(now),
      };
      const line = priceLine(priced, terms);
      const graceDays = whole.data.get(extension.label)?.lifecycle.autoRenewGraceDays;
      return line ? [{ ...priced, item, line, answer, graceDays }] : [];
    });
  }, [items, catalogue.data, whole.data, rate, now, answers, currency]);
  const rates = useRates();
  const retry = () => {
    for (const one of [search, catalogue, rates]) if (one.isError) void one.refetch();
    whole.refetch();
  };
  const fault = search.error ?? catalogue.error ?? whole.error ?? (rate === undefined ? rates.error : null);
  return { entrants, fault, pending: catalogue.isPending, retry };
}

/** Another name, or an extension with a leading dot. */
function AddItem({ items, onAdd }: { readonly items: readonly string[]; readonly onAdd: (item: string) => void }) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string>();
  const catalogue = useCatalogue().data;
  const add = async () => {
    const { lineupItem } = await reading();
    const item = catalogue && lineupItem(typed, catalogue);
    if (item === undefined) return setWrong(words.notKnown);
    if (items.includes(item)) return setWrong(words.already);
    setTyped('');
    setWrong(undefined);
    onAdd(item);
  };
  return (
    <View style={{ flexDirection: 'row', gap: 10, alignItems: 'center', maxWidth: 520 }}>
      <Field
        shared
        label={words.add}
        hint={words.addHint}
        value={typed}
        onChange={setTyped}
        onSubmitEditing={() => void add()}
        error={wrong}
        mono
      />
      <Action title={words.addButton} onPress={() => void add()} />
    </View>
  );
}
