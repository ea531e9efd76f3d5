import type { SearchPrice } from '@tienda/core/search/searchEvent';
import { longestTerm } from '@tienda/core/pricing/yearRail';

const tallest = 22;
const shortest = 5;

/** Heights of ten year-bars when one year is bought, the dearest as tall as there is room. */
export function unitRail({ firstYear, renewal }: SearchPrice): { readonly height: number; readonly first: boolean }[] {
  const dearest = Math.max(firstYear, renewal, 1);
  return Array.from({ length: longestTerm }, (_, index) => {
    const price = index === 0 ? firstYear : renewal;
    return { height: Math.max(shortest, Math.round((price / dearest) * tallest)), first: index === 0 };
  });
}
