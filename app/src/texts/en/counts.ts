const yearWords = ['', 'one year', 'two years', 'three years', 'four years', 'five years', 'six years', 'seven years', 'eight years', 'nine years', 'ten years']; // oxfmt-ignore

export const years = (count: number) => yearWords[count] ?? `${count} years`;
export const nameCount = (count: number) => (count === 1 ? '1 name' : `${count} names`);

/** `Two years`, to begin a sentence with. */
export const yearsFirst = (count: number) => years(count).replace(/^./, (first) => first.toUpperCase());

/** The terms of an extension. */
export const terms = {
  single: (term: number) => (term === 1 ? '1 year at a time' : `${term} years at a time`),
  span: (first: number, last: number) => `${first} to ${last} years`,
  list: (all: string) => `${all} years`,
};
