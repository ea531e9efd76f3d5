import { newLine } from '@tienda/core/basket/newLine';
import { Redirect, useLocalSearchParams } from 'expo-router';
import { useDeferredValue, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Extension } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { useBasket, usePutInBasket } from '../../api/basket';
import { useCatalogue, useWholeExtension } from '../../api/catalogue';
import { useRate, useRates } from '../../api/rates';
import { useAskAgain, useSearch } from '../../api/search';
import { useNow } from '../../api/shopClock';
import { useStored } from '../../stored/stored';
import { clockText, wholeAmount } from '../../texts/format';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { PriceTag } from '../../ui/PriceTag';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { WhenSeen } from '../../ui/WhenSeen';
import { YearRail } from '../../ui/YearRail';
import { TermAdvice } from '../../shop/name/TermAdvice';
import { registryAnswer, useBasketToggle } from '../../shop/name/useBasketToggle';
import { statusWords, warnings } from '../../shop/name/remarks';
import { doorLook } from '../../shop/name/ResultRow';
import { canBasket, rowFor, type Row } from '../../shop/name/rows';
import { LineupButton } from '../../shop/name/LineupButton';
import { RateNote } from '../../shop/money/RateNote';
import { CurrencyChoice } from '../../shop/money/CurrencyChoice';
import { currencyStore } from '../../api/currencyStore';
import { Alternatives } from '../../shop/name/Alternatives';
import { ExtensionFacts } from './ExtensionFacts';
import { MoneyCharts } from './MoneyCharts';
import { priceLine } from '@tienda/core/pricing/priceLine';
import { Taken } from './Taken';

const words = texts.name;

/** Everything about one name before it is anybody's decision: what it costs over time, its rules, or who holds it. */
export function NamePage() {
  const { name } = useLocalSearchParams<{ name: string }>();
  const currency = useStored(currencyStore);
  const wish = { query: name, currency };
  const search = useSearch(wish);
  const askAgain = useAskAgain(wish);
  const catalogue = useCatalogue();
  // What came is drawn in steps, between which the browser does what people ask of it.
  const state = useDeferredValue(search.data);
  const found = state?.plan?.names[0];
  const problem = state?.plan?.problems[0];
  const extension = found !== undefined && catalogue.data ? extensionOf(found, catalogue.data) : undefined;
  const answer = found === undefined ? undefined : state?.answers.get(found);
  const title = answer?.unicode ?? name;
  const isRead = state?.plan !== undefined && state === search.data && !search.isPlaceholderData;
  // What is no full name is searched for: there it is said what to do, with names to go on with.
  if (isRead && found === undefined) return <Redirect href={{ pathname: '/', params: { q: name } }} />;
  return (
    <Screen
      title={title}
      mono
      back
      aside={<CurrencyChoice value={currency} onChange={(code) => currencyStore.set(code)} />}
    >
      {search.error ? <Failure fault={search.error} retry={() => void search.refetch()} /> : null}
      {catalogue.error ? <Failure fault={catalogue.error} retry={() => void catalogue.refetch()} /> : null}
      {problem ? <Notice kind="problem">{problemText(problem.code, problem.detail, problem.facts)}</Notice> : null}
      {found !== undefined && extension ? (
        <Known
          name={found}
          extension={extension}
          answer={answer}
          failed={search.isError}
          onAskAgain={() => askAgain.mutate([found])}
          asking={askAgain.isPending}
        />
      ) : search.isPending || catalogue.isPending || state !== search.data ? (
        <Loading>{words.waiting}</Loading>
      ) : null}
    </Screen>
  );
}

interface KnownProps {
  readonly name: string;
  readonly extension: Extension;
  readonly answer: SearchAnswer | undefined;
  /** The search that would answer has failed. */
  readonly failed: boolean;
  readonly onAskAgain: () => void;
  readonly asking: boolean;
}

function Known({ name, extension, answer, failed, onAskAgain, asking }: KnownProps) {
  const currency = useStored(currencyStore);
  const rate = useRate(currency);
  const rates = useRates();
  const whole = useWholeExtension(extension.label);
  const known = useDeferredValue(whole.data);
  const row = rowFor(name, name.slice(0, name.indexOf('.')), extension, answer, 1);
  const taken = answer?.type === 'result' && answer.status === 'taken';
  // What stands below waits for what stands above it: nothing moves under the thumb.
  const answered = answer?.type === 'result';
  const complete = known ?? whole.error;
  const below = (
    <>
      {answered && known && rate !== undefined ? <ExtensionFacts extension={known} rate={rate} /> : null}
      {whole.isError ? <Failure fault={whole.error} retry={() => void whole.refetch()} /> : null}
      {rate === undefined && rates.isError ? <Failure fault={rates.error} retry={() => void rates.refetch()} /> : null}
      {answered && complete ? (
        <WhenSeen minHeight={400}>
          <Alternatives name={name} purpose="instead" />
          {taken ? null : <Alternatives name={name} purpose="protect" />}
        </WhenSeen>
      ) : failed ? null : answered ? (
        <Loading />
      ) : (
        <Loading>{words.waiting}</Loading>
      )}
    </>
  );
  return (
    <>
      <Summary row={row} rate={rate} onAskAgain={onAskAgain} asking={asking} />
      {taken ? (
        <Taken name={name} unicode={answer.unicode} lifecycle={whole.data?.lifecycle} complete={whole.isFetched}>
          {below}
        </Taken>
      ) : (
        <>
          {rate === undefined ? null : <Prices row={row} rate={rate} />}
          {below}
        </>
      )}
    </>
  );
}

/** The door, the word, how old the answer is, and what deserves a warning. */
function Summary({
  row,
  rate,
  onAskAgain,
  asking,
}: {
  readonly row: Row;
  readonly rate: string | undefined;
  readonly onAskAgain: () => void;
  readonly asking: boolean;
}) {
  const { answer, extension, name } = row;
  const confirmed = answer?.type === 'result';
  const found = answer ? warnings(answer, extension, rate) : [];
  return (
    <Card>
      <View style={styles.summary}>
        <Door look={doorLook(row)} size={44} />
        <View style={styles.words}>
          <Text kind="strong" role="status">
            {statusWords(answer, extension)}
          </Text>
          <Text kind="small" colour="quiet">
            {confirmed ? words.checked(clockText(answer.checkedAt), answer.source) : words.notChecked}
          </Text>
        </View>
        <LineupButton item={name} name={answer?.unicode ?? name} />
      </View>
      {found.map((warning) => (
        <Text key={warning} kind="small" colour="plum">
          {warning}
        </Text>
      ))}
      <View style={styles.start}>
        <Action kind="link" title={words.askAgain} busy={asking || !confirmed} onPress={onAskAgain} />
      </View>
    </Card>
  );
}

/** First year and later years, the year rail, the basket, and the curves. */
function Prices({ row, rate }: { readonly row: Row; readonly rate: string }) {
  const currency = useStored(currencyStore);
  const now = useNow();
  const { inBasket, toggle } = useBasketToggle();
  const put = usePutInBasket();
  const line = useBasket().data?.lines.find((kept) => kept.name === row.name);
  const [chosen, setChosen] = useState<number>();
  const { name, extension, answer } = row;
  if (!answer?.price || now === undefined) return null;
  const years = line?.years ?? chosen ?? Math.min(...extension.terms.register);
  const priced = { name, unicode: answer.unicode, extension, premium: answer.premium };
  const privacy = line?.privacy ?? extension.privacy.policy === 'included';
  const price = priceLine(priced, { years, privacy, currency, rate, now: new Date(now) });
  if (!price) return null;
  const basketed = inBasket.has(name);
  const setYears = (term: number) => {
    setChosen(term);
    if (line) put.mutate({ ...line, years: term });
  };
  return (
    <>
      <Card label={words.prices}>
        <View style={styles.tags}>
          <PriceTag
            label={texts.find.firstYear}
            amount={wholeAmount(answer.price.firstYear, currency)}
            intro={answer.price.intro}
          />
          <PriceTag label={texts.find.then} amount={wholeAmount(answer.price.renewal, currency)} />
        </View>
        <YearRail
          cells={price.cells}
          years={years}
          allowedYears={price.allowedYears}
          intro={price.introSaving > 0}
          currency={currency}
          name={answer.unicode}
          onChange={setYears}
        />
        <Text style={styles.sum}>
          {words.sum(years, wholeAmount(price.net, currency), wholeAmount(price.renewal.each, currency))}
        </Text>
        {answer.premium ? (
          <Text kind="small" colour="quiet">
            {words.premium(wholeAmount(answer.price.firstYear, currency), wholeAmount(answer.price.renewal, currency))}
          </Text>
        ) : null}
        <Text kind="small" colour="quiet">
          {texts.find.pricesNote}
        </Text>
        <RateNote />
        {canBasket(row) ? (
          <View style={styles.start}>
            <Action
              kind={basketed ? 'second' : 'main'}
              title={basketed ? words.takeOut : words.putIn(years)}
              label={basketed ? texts.find.remove(answer.unicode) : texts.find.add(answer.unicode)}
              onPress={() => toggle(name, answer, extension, years)}
            />
          </View>
        ) : null}
      </Card>
      <TermAdvice
        lines={[{ ...newLine(name, answer.unicode, extension, true, registryAnswer(answer)), years, privacy }]}
        catalogue={new Map([[extension.label, extension]])}
        currency={currency}
        rate={rate}
        onTake={([taken]) => (taken ? setYears(taken.years) : undefined)}
      />
      <MoneyCharts line={price} extension={extension} rate={rate} currency={currency} />
    </>
  );
}

const styles = StyleSheet.create({
  summary: { flexDirection: 'row', alignItems: 'center', gap: 12, marginBottom: 4 },
  words: { flex: 1, minWidth: 0 },
  tags: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginBottom: 10 },
  sum: { marginTop: 10 },
  start: { alignItems: 'flex-start', marginTop: 8 },
});
