/**
 * Small letters of Cyrillic and Greek that look like a Latin one, from the confusables of UTS #39. Only what is
 * met in labels: capital and rare letters are folded or refused before.
 */
const latinLookAlikes: Readonly<Record<string, string>> = {
  а: 'a', с: 'c', ԁ: 'd', е: 'e', һ: 'h', і: 'i', ј: 'j', к: 'k', ӏ: 'l', м: 'm', о: 'o', р: 'p', ԛ: 'q', ѕ: 's',
  т: 't', у: 'y', ѵ: 'v', ԝ: 'w', х: 'x',
  α: 'a', ε: 'e', ι: 'i', κ: 'k', ν: 'v', ο: 'o', ρ: 'p', τ: 't', υ: 'u', χ: 'x', γ: 'y',
}; // oxfmt-ignore

/**
 * The label in Latin letters alone, each look-alike replaced; undefined where a letter looks like none.
 *
 * @example latinLookAlike('sаltwhistle') // 'saltwhistle', the а having been Cyrillic
 */
export function latinLookAlike(uLabel: string): string | undefined {
  const letters = [...uLabel].map((letter) => latinLookAlikes[letter] ?? letter);
  return letters.every((letter) => /[\p{Script=Latin}\p{N}-]/u.test(letter)) ? letters.join('') : undefined;
}
