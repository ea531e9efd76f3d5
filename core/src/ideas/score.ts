import { distance } from 'fastest-levenshtein';
import { syllable } from 'syllable';
import { segment } from './segment';
import type { Words } from './words';

/** What a label is judged by, each from 0 (poor) to 1 (good). */
export interface Judgement {
  readonly length: number;
  readonly spelling: number;
  readonly saying: number;
  readonly memory: number;
  /** 1 without digits and hyphens. */
  readonly plain: number;
  /** To what was asked for. */
  readonly closeness: number;
}

/** How much each counts; together 1. */
const weights: Readonly<Record<keyof Judgement, number>> = {
  length: 0.16,
  spelling: 0.14,
  saying: 0.14,
  memory: 0.22,
  plain: 0.12,
  closeness: 0.22,
};

const counted = Object.entries(weights) as [keyof Judgement, number][];

const bestLength = 9;

/**
 * Judges a label: how short, easy to spell, to say and to remember it is, and how close to the one asked for.
 *
 * @param parts the words that it is made of, where they are known
 */
export function judge(label: string, asked: string, words: Words, parts = segment(label, words)): Judgement {
  const letters = label.replace(/[^a-z]/g, '');
  const known = parts.map((part) => ({ part, commonness: words.commonness(part) }));
  const knownLetters = known.reduce((sum, { part, commonness }) => sum + (commonness > 0 ? part.length : 0), 0);
  const common = known.reduce((sum, { part, commonness }) => sum + part.length * commonness, 0) / label.length;
  return {
    length: Math.max(0, 1 - Math.max(0, label.length - bestLength) / 16),
    spelling: spelling(letters, knownLetters / label.length),
    saying: saying(letters),
    memory: Math.max(0, (0.4 * knownLetters) / label.length + 0.6 * common - 0.15 * Math.max(0, parts.length - 2)),
    plain: label === letters ? 1 : Math.max(0, 0.4 - 0.1 * (label.length - letters.length)),
    closeness: 1 - distance(label, asked) / Math.max(label.length, asked.length, 1),
  };
}

/** 0 to 100. */
export function score(judgement: Judgement): number {
  const sum = counted.reduce((total, [what, weight]) => total + weight * judgement[what], 0);
  return Math.round(100 * sum);
}

/** Spelt as it is heard: known words help, letters that can be written several ways and tripled ones harm. */
function spelling(letters: string, knownShare: number): number {
  const doubtful = letters.match(/ph|gh|ck|ie|ei|ough|[xzq]|(.)\1/g)?.length ?? 0;
  const tripled = /(.)\1\1/.test(letters) ? 0.5 : 0;
  return Math.max(0, 0.55 + 0.45 * knownShare - 0.12 * doubtful - tripled);
}

/** Few syllables and no heap of consonants. */
function saying(letters: string): number {
  const heap = Math.max(0, ...(letters.match(/[^aeiouy]+/g) ?? ['']).map(({ length }) => length));
  return Math.max(0, 1 - 0.14 * Math.max(0, syllable(letters) - 3) - 0.16 * Math.max(0, heap - 3));
}
