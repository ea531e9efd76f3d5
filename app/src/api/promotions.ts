import { useQueries } from '@tanstack/react-query';
import { codeKey, type KnownPromotion } from '@tienda/core/pricing/promotion';
import { ApiProblem, call } from './client';

const hourMs = 3600 * 1000;

const publicCodes = {
  queryKey: ['promotions'],
  queryFn: () => call<KnownPromotion[]>('GET', '/api/promotions'),
  staleTime: hourMs,
};

/** A code that was typed; nobody's, where there is none of that name. */
function typedCode(code: string) {
  return {
    queryKey: ['promotions', code],
    queryFn: async (): Promise<KnownPromotion[]> => {
      try {
        return [await call<KnownPromotion>('GET', `/api/promotions/${encodeURIComponent(code)}`)];
      } catch (fault) {
        if (fault instanceof ApiProblem && fault.status === 404) return [];
        throw fault;
      }
    },
    staleTime: hourMs,
  };
}

const noPromotions: readonly KnownPromotion[] = [];
const nonePending: ReadonlySet<string> = new Set();

export interface KnownPromotions {
  /** The public promo codes and those of the typed ones that there are. */
  readonly promotions: readonly KnownPromotion[];
  /** Codes typed of which it is not known yet whether they exist. */
  readonly pending: ReadonlySet<string>;
  readonly fault: Error | null;
  /** Asks again for what could not be fetched. */
  readonly retry: () => void;
}

/** The promo codes there are: the public ones, and those typed. Asked for anew after an hour. */
export function usePromotions(typed: readonly string[]): KnownPromotions {
  const keys = [...new Set(typed.map(codeKey))];
  return useQueries({
    queries: [publicCodes, ...keys.map(typedCode)],
    combine: (answers) => {
      const known = new Map(answers.flatMap(({ data = [] }) => data.map((promotion) => [promotion.code, promotion])));
      const pending = keys.filter((_, place) => answers[place + 1]?.data === undefined);
      return {
        promotions: known.size === 0 ? noPromotions : [...known.values()],
        pending: pending.length === 0 ? nonePending : new Set(pending),
        fault: answers.find(({ error }) => error)?.error ?? null,
        retry: () => {
          for (const answer of answers) if (answer.isError) void answer.refetch();
        },
      };
    },
  });
}
