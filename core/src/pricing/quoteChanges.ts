import type { Minor } from '../money/money';
import type { CodeReason } from './promotion';
import type { CodeAnswer, Quote, QuoteLine } from './quote';
import type { Tax } from './tax';

/** One thing that differs between two quotes of the same basket. Amounts in the quotes' currency. */
export type QuoteChange =
  /** A name's price before any promo code, tax left out. */
  | { readonly what: 'price'; readonly unicode: string; readonly was: Minor; readonly now: Minor }
  | { readonly what: 'gone'; readonly unicode: string }
  /** Which promo code is used, and what it saves; why the earlier one is not, where it cannot be. */
  | {
      readonly what: 'code';
      readonly was?: UsedCode;
      readonly now?: UsedCode;
      readonly reason?: CodeReason;
    }
  | { readonly what: 'tax'; readonly was: Tax; readonly now: Tax }
  | { readonly what: 'total'; readonly was: Minor; readonly now: Minor };

export interface UsedCode {
  readonly code: string;
  readonly saves: Minor;
}

/** What has to be known of a quote to say later what has changed since. */
export interface AgreedQuote extends Pick<Quote, 'rate' | 'tax' | 'total'> {
  readonly lines: readonly Pick<QuoteLine, 'name' | 'unicode' | 'action' | 'net' | 'discount'>[];
  readonly codes: readonly Pick<CodeAnswer, 'code' | 'applied' | 'saves' | 'reason'>[];
}

/** A quote without what can be computed again. */
export function agreedQuote({ rate, tax, total, lines, codes }: Quote): AgreedQuote {
  return {
    rate,
    tax,
    total,
    lines: lines.map(({ name, unicode, action, net, discount }) => ({ name, unicode, action, net, discount })),
    codes: codes.filter(({ applied }) => applied),
  };
}

/** What differs, causes first and the total last; empty where the total is the same and so is the code. */
export function quoteChanges(was: AgreedQuote, now: AgreedQuote): QuoteChange[] {
  const changes: QuoteChange[] = [];
  const after = new Map(now.lines.map((line) => [line.name, line]));
  for (const { name, unicode, net, discount } of was.lines) {
    const line = after.get(name);
    if (!line) changes.push({ what: 'gone', unicode });
    else if (line.net + line.discount !== net + discount)
      changes.push({ what: 'price', unicode, was: net + discount, now: line.net + line.discount });
  }
  const code = codeChange(was, now);
  if (code) changes.push(code);
  if (was.tax.rate !== now.tax.rate || was.tax.basis !== now.tax.basis)
    changes.push({ what: 'tax', was: was.tax, now: now.tax });
  if (was.total !== now.total) changes.push({ what: 'total', was: was.total, now: now.total });
  return changes;
}

function codeChange(was: AgreedQuote, now: AgreedQuote): QuoteChange | undefined {
  const before = usedIn(was);
  const after = usedIn(now);
  if (before?.code === after?.code && before?.saves === after?.saves) return undefined;
  const reason = now.codes.find(({ code }) => code === before?.code)?.reason;
  return {
    what: 'code',
    ...(before ? { was: before } : {}),
    ...(after ? { now: after } : {}),
    ...(reason ? { reason } : {}),
  };
}

function usedIn({ codes }: AgreedQuote): UsedCode | undefined {
  const used = codes.find(({ applied }) => applied);
  return used && { code: used.code, saves: used.saves };
}
