import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { defaultHorizon } from '@tienda/core/pricing/keepCost';
import type { Currency } from '@tienda/core/money/money';
import { adviseTerms, growthFrom, type TermAdvice as Advice } from '@tienda/core/pricing/termAdvice';
import { everyTerm } from '@tienda/core/pricing/yearRail';
import { useNow } from '../../api/shopClock';
import { percentText, roundAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { LineChart } from '../../ui/chart/LineChart';
import { ChipChoice } from '../../ui/ChipChoice';
import { Text } from '../../ui/Text';

const words = texts.advice;
/** Yearly growth to choose from; the own history of each extension comes first. */
const growths = ['0', '0.02', '0.05', '0.1'];
const own = 'own';
/** Up to so many names are told one by one. */
const mostShown = 8;

interface TermAdviceProps {
  readonly lines: readonly BasketLine[];
  readonly catalogue: Catalogue;
  readonly currency: Currency;
  readonly rate: string;
  /** The lines with the terms advised. */
  readonly onTake: (lines: readonly BasketLine[]) => void;
}

/** Which term is cheapest, given how long the names will be kept and how fast prices are thought to rise. */
export function TermAdvice({ lines, catalogue, currency, rate, onTake }: TermAdviceProps) {
  const now = useNow();
  const [horizon, setHorizon] = useState(defaultHorizon);
  const [growth, setGrowth] = useState(own);
  const advice = useMemo(() => {
    const names = lines.flatMap((line) => {
      const extension = extensionOf(line.name, catalogue);
      if (!extension) return [];
      const rising = growth === own ? growthFrom(extension.trend.renew) : growth;
      const { name, unicode, answer } = line;
      const subject = { name, unicode, extension, ...(answer?.premium ? { premium: answer.premium } : {}) };
      return [{ item: { ...line, action: 'register' as const }, subject, growth: rising }];
    });
    return adviseTerms(now === undefined ? [] : names, horizon, { now: new Date(now ?? 0), currency, rate });
  }, [lines, catalogue, currency, rate, now, horizon, growth]);
  const [only] = lines.length === 1 ? lines : [];
  const trend = only && extensionOf(only.name, catalogue)?.trend;
  const format = (amount: number) => roundAmount(amount, currency);
  const take = () => {
    const terms = new Map(advice.terms.map(({ name, years }) => [name, years]));
    onTake(lines.map((line) => ({ ...line, years: terms.get(line.name) ?? line.years })));
  };
  const isTaken = advice.terms.every(({ name, years }) => lines.find((line) => line.name === name)?.years === years);
  const [first] = advice.terms;
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, marginVertical: 6 }}>
        <Text kind="small">{only ? words.keep : words.keepMany}</Text>
        <ChipChoice
          label={only ? words.keep : words.keepMany}
          value={String(horizon)}
          options={everyTerm.map((years) => ({ value: String(years), title: words.horizon(years) }))}
          onChange={(years) => setHorizon(Number(years))}
        />
        <Text kind="small">{words.growth}</Text>
        <ChipChoice
          label={words.growth}
          value={growth}
          options={[
            {
              value: own,
              title: trend ? words.asBefore(percentText(Number(growthFrom(trend.renew)))) : words.asEach,
            },
            ...growths.map((value) => ({ value, title: words.percent(percentText(Number(value))) })),
          ]}
          onChange={setGrowth}
        />
      </View>
      <Text role="status">{adviceWords(advice, only ? first?.years : undefined, isTaken, currency)}</Text>
      {lines.length > 1 && !isTaken && advice.terms.length <= mostShown
        ? advice.terms.map(({ name, unicode, years }) => (
            <Text key={name} kind="small" colour="quiet">
              {words.each(unicode, years)}
            </Text>
          ))
        : null}
      {isTaken ? null : (
        <View style={{ marginTop: 8, alignItems: 'flex-start' }}>
          <Action title={only && first ? words.take(first.years) : words.takeMany} onPress={take} />
        </View>
      )}
      <LineChart
        title={words.curves}
        along={everyTerm.map(String)}
        alongTitle={words.years}
        series={[
          { name: words.cheapest, values: advice.best.keepCost },
          { name: words.chosen, values: advice.chosen.keepCost },
          ...(advice.shortest.today === advice.chosen.today
            ? []
            : [{ name: words.yearly, values: advice.shortest.keepCost }]),
        ]}
        format={format}
      />
      <Text kind="small" colour="quiet">
        {words.note}
      </Text>
    </Card>
  );
}

/** What the cheapest terms save and what they tie up today; `term` where it is one name. */
function adviceWords(
  { saves, tiesUp }: Advice,
  term: number | undefined,
  isTaken: boolean,
  currency: Currency,
): string {
  if (isTaken) return term === undefined ? words.already : words.sameTerm(term);
  const [saved, more] = [wholeAmount(saves, currency), wholeAmount(Math.abs(tiesUp), currency)];
  if (tiesUp < 0) return term === undefined ? words.lessMany(saved, more) : words.less(term, saved, more);
  return term === undefined ? words.bestMany(saved, more) : words.best(term, saved, more);
}
