import type { KnownPromotion } from '@tienda/core/pricing/promotion';
import type { QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { Customer } from '@tienda/core/pricing/tax';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Notice } from '../../ui/Notice';
import { buyerSeenStore } from './buyer';
import { reasonWords, type CodeMoney } from './codeWords';
import { taxWords } from './TallyRoll';
import type { Tally } from './useTally';

const words = texts.tally;

/** What signing in or another country changed, and why; goes when it is taken as read. */
export function TallyChanges({ tally: { changes, quote, promotions, buyer } }: { readonly tally: Tally }) {
  if (changes.length === 0 || !quote) return null;
  const was = buyerSeenStore.get()?.customer ?? buyer.customer;
  return (
    <Notice kind="notice" action={<Action kind="link" title={words.seen} onPress={() => buyerSeenStore.set(buyer)} />}>
      {[`${words.changed}.`, ...changeSentences(changes, quote, promotions, buyer.customer, was)].join(' ')}
    </Notice>
  );
}

/** Each change in a sentence, the causes first. */
export function changeSentences(
  changes: readonly QuoteChange[],
  money: CodeMoney,
  promotions: readonly KnownPromotion[],
  now: Customer,
  was = now,
): string[] {
  const amount = (minor: number) => wholeAmount(minor, money.currency);
  return changes.flatMap((change): string[] => {
    switch (change.what) {
      case 'price':
        return [words.changes.price(change.unicode, amount(change.was), amount(change.now))];
      case 'gone':
        return [words.changes.gone(change.unicode)];
      case 'tax':
        return [words.changes.tax(taxWords({ tax: change.was }, was), taxWords({ tax: change.now }, now))];
      case 'total':
        return [words.changes.total(amount(change.was), amount(change.now))];
      case 'code':
        return codeSentences(change, money, promotions);
    }
  });
}

function codeSentences(
  { was, now, reason }: Extract<QuoteChange, { what: 'code' }>,
  money: CodeMoney,
  promotions: readonly KnownPromotion[],
): string[] {
  const said: string[] = [];
  const promotion = promotions.find(({ code }) => code === was?.code);
  if (was && reason) said.push(words.changes.codeLost(was.code, reasonWords(reason, promotion, money)));
  else if (was && was.code !== now?.code) said.push(words.changes.codeGone(was.code));
  if (now) said.push(words.changes.codeSaves(now.code, wholeAmount(now.saves, money.currency)));
  return said;
}
