/** As many combinations as one wordbench makes; more than anyone reads. */
export const mostCombinations = 500;

export interface WordbenchChoices {
  /** Also in every other order of the groups. */
  readonly anyOrder: boolean;
  /** Also with a hyphen between. */
  readonly hyphens: boolean;
}

/**
 * Labels of one word from each group, in the order of the groups, the shortest first; cut off at 500.
 *
 * @example combined([['salt', 'lake'], ['whistle', 'yard']], { anyOrder: false, hyphens: false })
 *   // ['lakeyard', 'saltyard', 'lakewhistle', 'saltwhistle']
 */
export function combined(groups: readonly (readonly string[])[], { anyOrder, hyphens }: WordbenchChoices): string[] {
  const filled = groups.map((group) => [...new Set(group)]).filter((group) => group.length > 0);
  if (filled.length === 0) return [];
  const orders = anyOrder ? permutations(filled) : [filled];
  const labels = orders
    .flatMap((order) => products(order))
    .flatMap((words) => (hyphens ? [words.join(''), words.join('-')] : [words.join('')]));
  return [...new Set(labels)].sort((a, b) => a.length - b.length || (a < b ? -1 : 1)).slice(0, mostCombinations);
}

function products(groups: readonly (readonly string[])[]): string[][] {
  return groups.reduce<string[][]>(
    (made, group) => made.flatMap((words) => group.map((word) => [...words, word])),
    [[]],
  );
}

function permutations<Item>(items: readonly Item[]): Item[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, index) =>
    permutations(items.filter((_, other) => other !== index)).map((rest) => [item, ...rest]),
  );
}
