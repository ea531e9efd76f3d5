/**
 * The offered term nearest to the one wanted: the longest that is no longer, else the shortest there is.
 *
 * @param offered years, the shortest first
 * @example nearestTerm([1, 2, 5], 4) // 2
 */
export function nearestTerm(offered: readonly number[], wanted: number): number {
  return offered.filter((years) => years <= wanted).at(-1) ?? offered[0] ?? wanted;
}
