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

/** The public promo codes and those of the typed ones that there are. */
export function usePromotions(typed: readonly string[]): readonly KnownPromotion[] {
  return useQueries({
    queries: [publicCodes, ...[...new Set(typed.map(codeKey))].map(typedCode)],
    combine: (answers) => {
      const known = new Map(answers.flatMap(({ data = [] }) => data.map((promotion) => [promotion.code, promotion])));
      return known.size === 0 ? noPromotions : [...known.values()];
    },
  });
}
