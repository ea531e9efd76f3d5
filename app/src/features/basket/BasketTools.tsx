import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { nearestTerm } from '@tienda/core/basket/nearestTerm';
import { everyTerm } from '@tienda/core/pricing/yearRail';
import { usePutManyInBasket } from '../../api/basket';
import { download } from '../../ui/download';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { ChipChoice } from '../../ui/ChipChoice';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import type { Tally } from '../../shop/tally/useTally';

const words = texts.basket.tools;
const columns = texts.basket.columns;

const TermAdvice = lazy(async () => ({ default: (await import('../../shop/name/TermAdvice')).TermAdvice }));

interface BasketToolsProps {
  readonly tally: Tally;
  readonly onImport: () => void;
  readonly onRemoveAll: () => void;
}

/** What is done with all names at once. */
export function BasketTools({ tally, onImport, onRemoveAll }: BasketToolsProps) {
  const { lines, catalogue, quote } = tally;
  const put = usePutManyInBasket();
  const [adjusted, setAdjusted] = useState<{ readonly count: number; readonly term: number }>();
  const [advising, setAdvising] = useState(false);
  const registrations = lines.filter(({ action }) => action === 'register');
  const terms = new Set(lines.map(({ years }) => years));
  const [common] = terms.size === 1 ? terms : [];

  function setTerm(term: number): void {
    const allowed = new Map(quote?.lines.map(({ name, allowedYears }) => [name, allowedYears]));
    const changed = lines.map((line) => {
      const extension = catalogue && extensionOf(line.name, catalogue);
      const terms = line.action === 'register' ? extension?.terms.register : allowed.get(line.name);
      return { ...line, years: terms && terms.length > 0 ? nearestTerm(terms, term) : line.years };
    });
    const count = changed.filter(({ years }) => years !== term).length;
    setAdjusted(count > 0 ? { count, term } : undefined);
    put.mutate(changed);
  }

  async function save(): Promise<void> {
    const { writeCsv } = await import('@tienda/core/formats/csv');
    const yesOrNo = (value: boolean) => (value ? columns.yes : columns.no);
    const head = [columns.name, columns.years, columns.privacy, columns.autoRenew];
    const rows = registrations.map((line) => [
      line.name,
      String(line.years),
      yesOrNo(line.privacy),
      yesOrNo(line.autoRenew),
    ]);
    download('basket.csv', 'text/csv', writeCsv([head, ...rows]));
  }

  return (
    <View style={{ marginBottom: 8 }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 }}>
        {lines.length > 1 ? (
          <ChipChoice
            label={words.term}
            value={common === undefined ? '' : String(common)}
            options={[
              ...(common === undefined ? [{ value: '', title: words.term }] : []),
              ...everyTerm.map((term) => ({ value: String(term), title: `${words.all}: ${words.termChoice(term)}` })),
            ]}
            onChange={(term) => {
              if (term !== '') setTerm(Number(term));
            }}
          />
        ) : null}
        {registrations.length > 0 ? (
          <Action kind="link" title={words.advice} onPress={() => setAdvising(!advising)} />
        ) : null}
        <Action kind="link" title={words.import} onPress={onImport} />
        {registrations.length > 0 ? <Action kind="link" title={words.csv} onPress={() => void save()} /> : null}
        {lines.length > 1 ? <Action kind="link" title={words.removeAll} onPress={onRemoveAll} /> : null}
      </View>
      {adjusted ? <Notice kind="notice">{words.adjusted(adjusted.count, adjusted.term)}</Notice> : null}
      {put.isError ? <Failure fault={put.error} /> : null}
      {advising && catalogue && quote && registrations.length > 0 ? (
        <Suspense fallback={<Loading />}>
          <TermAdvice
            lines={registrations}
            catalogue={catalogue}
            currency={quote.currency}
            rate={quote.rate}
            onTake={(taken) => put.mutate(taken)}
          />
        </Suspense>
      ) : null}
    </View>
  );
}
