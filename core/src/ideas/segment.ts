import type { Words } from './words';

const longestWord = 20;
/** What a letter costs that belongs to no known word. */
const strangerCost = 9;
/** What beginning another word costs: fewer words are likelier. */
const wordCost = 6;

/**
 * The words that a label is run together from, by the cheapest way to read it: common words cost less, letters of
 * no word most. Hyphens separate.
 *
 * @example segment('saltwhistle', words) // ['salt', 'whistle']
 */
export function segment(label: string, words: Words): string[] {
  return label.split('-').flatMap((part) => (part === '' ? [] : cheapest(part, words)));
}

function cheapest(text: string, words: Words): string[] {
  const best: { cost: number; from: number; known: boolean }[] = [{ cost: 0, from: 0, known: true }];
  for (let end = 1; end <= text.length; end += 1) {
    let found = { cost: Infinity, from: end - 1, known: false };
    for (let from = Math.max(0, end - longestWord); from < end; from += 1) {
      const before = best[from]?.cost ?? Infinity;
      // Not even the most common word would be a cheaper way.
      if (before + wordCost >= found.cost) continue;
      const word = text.slice(from, end);
      const commonness = words.commonness(word);
      const known = commonness > 0 && (word.length > 2 || commonness > 0.98);
      const cost = before + wordCost + (known ? 6 * (1 - commonness) : strangerCost * word.length);
      if (cost < found.cost) found = { cost, from, known };
    }
    best.push(found);
  }
  const parts: string[] = [];
  for (let end = text.length; end > 0; end = best[end]?.from ?? 0) parts.unshift(text.slice(best[end]?.from ?? 0, end));
  return parts;
}
