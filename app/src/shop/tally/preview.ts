import { replaceEqualDeep } from '@tanstack/react-query';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { DomainName, DomainNameProblem } from '@tienda/core/names/domainName';
import type { CodeUses, KnownPromotion } from '@tienda/core/pricing/promotion';
import { quote, type Quote } from '@tienda/core/pricing/quote';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';

/** All that a basket's price depends on. */
export interface PreviewInput {
  readonly request: QuoteRequest;
  readonly lines: readonly BasketLine[];
  readonly catalogue: Catalogue;
  /** Units of the request's currency for one US dollar. */
  readonly rate: string;
  /** ISO 8601 instant. */
  readonly now: string;
  readonly promotions: readonly KnownPromotion[];
  /** How many orders of the account used a promo code, by code. */
  readonly codesUsed: Readonly<Record<string, number>>;
}

/** The basket's price computed here, at once, by the code that computes the binding one. */
export function preview(input: PreviewInput): Quote {
  const { request, lines, catalogue, rate, now, promotions } = input;
  const byName = new Map(lines.map((line) => [line.name, line]));
  return quote(request, {
    now: new Date(now),
    readName: (name) => knownName(name, byName, catalogue),
    rates: { [request.currency]: rate },
    answers: new Map(lines.flatMap(({ name, answer }) => (answer ? [[name, answer]] : []))),
    movable: new Map(
      lines.flatMap(({ name, paidUntil, purchase }) =>
        paidUntil === undefined ? [] : [[name, { paidUntil, ...(purchase ? { purchase } : {}) }]],
      ),
    ),
    heldUntil: new Map(lines.flatMap(({ name, heldUntil }) => (heldUntil === undefined ? [] : [[name, heldUntil]]))),
    stages: new Map(lines.flatMap(({ name, stage }) => (stage === undefined ? [] : [[name, stage]]))),
    // A VAT number was checked by the server when it was kept.
    isValidVatNumber: () => true,
    promotions,
    codeUses: codeUses(input),
  });
}

function codeUses({ promotions, codesUsed }: PreviewInput): Map<string, CodeUses> {
  return new Map(promotions.map(({ code, uses = 0 }) => [code, { byAll: uses, byAccount: codesUsed[code] ?? 0 }]));
}

/** Names in the basket were read by the server when they were put in: only their extension is looked up. */
function knownName(
  name: string,
  lines: ReadonlyMap<string, BasketLine>,
  catalogue: Catalogue,
): DomainName | DomainNameProblem {
  const extension = extensionOf(name, catalogue);
  if (!extension) return { kind: 'problem', code: 'unknownExtension', detail: '' };
  return {
    kind: 'name',
    name,
    unicode: lines.get(name)?.unicode ?? name,
    label: name.slice(0, name.indexOf('.')),
    extension,
  };
}

let last: Quote | undefined;

/**
 * The same as `preview`; what has not changed since the time before stays the same object, so that only what
 * has is drawn again.
 */
export function sharedPreview(input: PreviewInput): Quote {
  last = replaceEqualDeep(last, preview(input));
  return last;
}
