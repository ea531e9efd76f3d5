import { createContext, useContext, useEffect, useMemo } from 'react';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import type { KnownPromotion } from '@tienda/core/pricing/promotion';
import type { Quote } from '@tienda/core/pricing/quote';
import { quoteChanges, type QuoteChange } from '@tienda/core/pricing/quoteChanges';
import { canRegister } from '@tienda/core/names/availability';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { emptyBasket, useBasket } from '../../api/basket';
import { useCatalogue } from '../../api/catalogue';
import { usePromotions } from '../../api/promotions';
import { useRate, useRates } from '../../api/rates';
import { useNow } from '../../api/shopClock';
import { useStored } from '../../stored/stored';
import { currencyStore } from '../../api/currencyStore';
import { useSteady } from '../../ui/useSteady';
import { buyerSeenStore, useBuyer, useBuyerKnown, type Buyer } from './buyer';
import { preview, sharedPreview } from './preview';

/** The running account of money: the basket and what it costs. */
export interface Tally {
  readonly lines: readonly BasketLine[];
  readonly codes: BasketCodes;
  readonly promotions: readonly KnownPromotion[];
  /** Computed here, at once, by the code that computes the binding one; none while the basket is still unknown. */
  readonly quote: Quote | undefined;
  readonly request: QuoteRequest;
  readonly catalogue: Catalogue | undefined;
  readonly buyer: Buyer;
  /** What signing in or another country changed, until it is taken as read. */
  readonly changes: readonly QuoteChange[];
  /** A name cannot be registered any more: nothing is checked out before it is taken out. */
  readonly blocked: boolean;
  /** Codes typed of which it is not known yet whether they exist, as `codeKey` writes them. */
  readonly codesPending: ReadonlySet<string>;
  /** Why prices or codes could not be fetched. */
  readonly fault: Error | null;
  readonly retry: () => void;
}

const TallyContext = createContext<Tally | undefined>(undefined);
export const TallyProvider = TallyContext.Provider;

export function useTally(): Tally {
  const tally = useContext(TallyContext);
  if (!tally) throw new Error('There is no tally here');
  return tally;
}

/** The tally, computed: once, for all who show it. */
export function useComputedTally(): Tally {
  const basket = useBasket().data;
  const { lines, codes } = basket ?? emptyBasket;
  const known = useBuyerKnown();
  const catalogueQuery = useCatalogue();
  const catalogue = catalogueQuery.data;
  const now = useNow();
  const buyer = useBuyer();
  const currency = useStored(currencyStore);
  const rate = useRate(currency);
  const rates = useRates();
  const { promotions, pending: codesPending, fault: codesFault, retry: retryCodes } = usePromotions(codes.typed);
  const seen = useStored(buyerSeenStore);
  const fault = catalogueQuery.error ?? (rate === undefined ? rates.error : null) ?? codesFault;
  const retry = useSteady(() => {
    for (const one of [catalogueQuery, rates]) if (one.isError) void one.refetch();
    retryCodes();
  });
  const tally = useMemo((): Tally => {
    const items = lines.map(({ name, action, years, privacy, autoRenew }) => ({
      name,
      action,
      years,
      privacy,
      autoRenew,
    }));
    const { typed, use } = codes;
    const request = { currency, items, codes: typed, ...(use === undefined ? {} : { use }), customer: buyer.customer };
    const blocked = lines.some(isGone);
    const facts = { lines, codes, promotions, catalogue, request, buyer, blocked, codesPending, fault, retry };
    if (!basket || !catalogue || now === undefined || rate === undefined)
      return { ...facts, quote: undefined, changes: [] };
    const input = { request, lines, catalogue, rate, now, promotions, codesUsed: buyer.codesUsed };
    const quote = sharedPreview(input);
    const before = seen && { ...input, request: { ...request, customer: seen.customer }, codesUsed: seen.codesUsed };
    const changes = known && before && !isSameBuyer(seen, buyer) ? quoteChanges(preview(before), quote) : [];
    return { ...facts, quote, changes };
  }, [
    basket,
    lines,
    codes,
    promotions,
    catalogue,
    now,
    buyer,
    currency,
    rate,
    seen,
    known,
    codesPending,
    fault,
    retry,
  ]);
  useEffect(() => {
    if (!known || !tally.quote) return;
    // Of an empty basket no total was seen: what comes into it with an account has not changed.
    if (lines.length === 0) {
      if (seen) buyerSeenStore.set(null);
    } else if (tally.changes.length === 0 && !(seen && isSameBuyer(seen, buyer))) buyerSeenStore.set(buyer);
  }, [tally, lines, seen, buyer, known]);
  return tally;
}

/** A name to register that somebody else has, or nobody can have. */
function isGone({ action, answer }: BasketLine): boolean {
  return action === 'register' && !!answer && !canRegister(answer.status) && answer.status !== 'unknown';
}

function isSameBuyer(a: Buyer, b: Buyer): boolean {
  return JSON.stringify([a.customer, a.codesUsed]) === JSON.stringify([b.customer, b.codesUsed]);
}
