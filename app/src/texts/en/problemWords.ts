import type { ProblemFacts } from '@tienda/core/text/problemFacts';

/** Says what is wrong: always the same, or with what it is about. */
export type ProblemWords = string | ((facts: ProblemFacts) => string);
