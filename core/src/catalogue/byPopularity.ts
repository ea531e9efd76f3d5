import type { Catalogue, Extension } from './extension';

const known = new WeakMap<Catalogue, readonly Extension[]>();

/** The extensions of a catalogue, the most chosen first; sorted once a catalogue. */
export function byPopularity(catalogue: Catalogue): readonly Extension[] {
  const sorted = known.get(catalogue) ?? [...catalogue.values()].sort((a, b) => b.popularity - a.popularity);
  known.set(catalogue, sorted);
  return sorted;
}
