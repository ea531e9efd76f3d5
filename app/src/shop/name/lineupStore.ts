import { readTexts, Stored } from '../../stored/stored';

/** As many as stand side by side. */
export const mostInLineup = 6;

/** Names, and extensions with a leading dot, held side by side to compare; A-labels. */
export const lineupStore = new Stored<readonly string[]>('tienda.lineup', [], (kept) =>
  readTexts(kept)?.slice(0, mostInLineup),
);

/** Puts it in, or takes it out; false where the lineup is full. */
export function toggleInLineup(item: string): boolean {
  const items = lineupStore.get();
  if (items.includes(item)) lineupStore.set(items.filter((other) => other !== item));
  else if (items.length >= mostInLineup) return false;
  else lineupStore.set([...items, item]);
  return true;
}
