/** What is known of words; given from outside, since the lists are large. */
export interface Words {
  /** 1 for the commonest word, falling towards 0; 0 for what is no known word. */
  commonness(word: string): number;
  /** Words that may stand in its place, the commonest first. */
  synonyms(word: string): readonly string[];
  /** Other words that sound exactly like it, the commonest first. */
  homophones(word: string): readonly string[];
  /** True for a word that nobody should be offered. */
  isOffensive(word: string): boolean;
}
