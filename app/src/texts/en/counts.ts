const yearWords = ['', 'one year', 'two years', 'three years', 'four years', 'five years', 'six years', 'seven years', 'eight years', 'nine years', 'ten years']; // prettier-ignore

export const years = (count: number) => yearWords[count] ?? `${count} years`;
export const nameCount = (count: number) => (count === 1 ? '1 name' : `${count} names`);
