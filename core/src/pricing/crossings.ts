import type { Minor } from '../money/money';

/** One thing compared: its keep cost for 1 to 10 years. */
export interface Curve {
  readonly name: string;
  readonly keepCost: readonly Minor[];
}

/** From this year on the one is dearer to keep than the other, having been cheaper or equal before. */
export interface Crossing {
  readonly dearer: string;
  readonly cheaper: string;
  readonly fromYear: number;
}

/**
 * Where keep-cost curves cross, the earliest first: what looked cheaper in the first year and is not any more.
 *
 * @example crossings([{ name: 'a', keepCost: [3, 18] }, { name: 'b', keepCost: [9, 9] }])
 *   // [{ dearer: 'a', cheaper: 'b', fromYear: 2 }]
 */
export function crossings(curves: readonly Curve[]): Crossing[] {
  const found = curves.flatMap((one, index) => curves.slice(index + 1).flatMap((other) => between(one, other)));
  return found.sort((a, b) => a.fromYear - b.fromYear);
}

function between(one: Curve, other: Curve): Crossing[] {
  const found: Crossing[] = [];
  let before = 0;
  one.keepCost.forEach((cost, index) => {
    const sign = Math.sign(cost - (other.keepCost[index] ?? cost));
    if (sign !== 0 && before !== 0 && sign !== before) {
      const [dearer, cheaper] = sign > 0 ? [one, other] : [other, one];
      found.push({ dearer: dearer.name, cheaper: cheaper.name, fromYear: index + 1 });
    }
    if (sign !== 0) before = sign;
  });
  return found;
}
