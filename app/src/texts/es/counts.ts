const yearWords = ['', 'un año', 'dos años', 'tres años', 'cuatro años', 'cinco años', 'seis años', 'siete años', 'ocho años', 'nueve años', 'diez años']; // oxfmt-ignore

export const years = (count: number) => yearWords[count] ?? `${count} años`;
export const nameCount = (count: number) => (count === 1 ? '1 nombre' : `${count} nombres`);

/** `Dos años`, para empezar una frase. */
export const yearsFirst = (count: number) => years(count).replace(/^./, (first) => first.toUpperCase());

export const terms = {
  single: (term: number) => (term === 1 ? 'de año en año' : `de ${term} en ${term} años`),
  span: (first: number, last: number) => `de ${first} a ${last} años`,
  list: (all: string) => `${all} años`,
};
