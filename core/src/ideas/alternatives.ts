import { byPopularity } from '../catalogue/byPopularity';
import type { Catalogue, Extension } from '../catalogue/extension';
import type { DomainName } from '../names/domainName';
import { toULabel } from '../idna/idna';
import { extensionProblem, readLabel, type Label } from '../names/label';
import type { Idea, IdeaReason, Variant } from './idea';
import { judge, score } from './score';
import { segment } from './segment';
import { addedWords, blends, inflected, joined, mistypings, shorter, soundAlikes, withSynonyms } from './variants';
import type { Words } from './words';

/** So many of one kind are kept: a list of one kind only helps nobody. */
const mostOfOneKind = 8;

/** What a kind is worth beside the score of its label: a misspelt word is a poor answer to a taken name. */
const kindWorth: Readonly<Partial<Record<IdeaReason['kind'], number>>> = {
  joined: 12,
  after: 8,
  before: 4,
  synonym: 4,
  blend: -6,
  soundsSame: -18,
};

/** Both halves of a word must be about this common for it to be taken apart. */
const leastCommon = 0.2;

/** Extensions in which an idea is tried first where the one asked for is not enough. */
const mainExtensions = 6;

type Asked = Pick<DomainName, 'label' | 'extension'>;

/** Variants are made of what people read: of `bücher`, not of `xn--bcher-kva`. */
function asRead({ label, extension }: Asked): Asked {
  return { label: toULabel(label), extension };
}

/**
 * Names to take instead of the one asked for, the best first, each with its reason: the same label in other
 * extensions, and variants of the label in the same extension. Nothing offensive, no name twice.
 */
export function alternatives(named: Asked, catalogue: Catalogue, words: Words): Idea[] {
  const asked = asRead(named);
  const parts = apart(segment(asked.label, words), words);
  const variants = [
    ...joined(asked.label),
    ...inflected(parts),
    ...withSynonyms(parts, words),
    ...shorter(parts),
    ...blends(parts),
    ...soundAlikes(asked.label, parts, words),
    ...addedWords(asked.label),
  ];
  const judged = judgeOnce(asked, words);
  const ideas = variants.flatMap((variant) => ideaOf(variant, asked, asked.extension, judged));
  return ranked([...otherExtensions(asked, parts, catalogue, words, judged), ...ideas]);
}

/**
 * Names to take beside one, so that nobody else does: the main extensions, the other number, likely mistypings.
 */
export function protectiveSet(named: Asked, catalogue: Catalogue, words: Words): Idea[] {
  const asked = asRead(named);
  const parts = segment(asked.label, words);
  const judged = judgeOnce(asked, words);
  const main = open(catalogue)
    .filter(({ label }) => label !== asked.extension.label)
    .slice(0, mainExtensions)
    .flatMap((extension) =>
      ideaOf({ label: asked.label, reason: { kind: 'mainExtension' } }, asked, extension, judged),
    );
  const variants = [...inflected(parts), ...joined(asked.label), ...mistypings(asked.label)];
  return distinct([...main, ...variants.flatMap((variant) => ideaOf(variant, asked, asked.extension, judged))]);
}

/** A long word that is itself two, such as boatyard, gives more when taken apart. */
function apart(parts: readonly string[], words: Words): readonly string[] {
  const [only, ...others] = parts;
  if (only === undefined || others.length > 0) return parts;
  const cuts = Array.from({ length: Math.max(0, only.length - 5) }, (_, index) => index + 3);
  const halves = cuts.map((cut) => [only.slice(0, cut), only.slice(cut)] as const);
  const worth = ([first, second]: readonly [string, string]) =>
    Math.min(words.commonness(first), words.commonness(second));
  const best = halves.sort((a, b) => worth(b) - worth(a))[0];
  return best && worth(best) > leastCommon ? best : parts;
}

/** Extensions that anyone may have, the most chosen first. */
function open(catalogue: Catalogue): Extension[] {
  return byPopularity(catalogue).filter(({ requirements }) => requirements.length === 0);
}

/** The most chosen extensions, and those that say what the name is about. */
function otherExtensions(
  { label, extension }: Asked,
  parts: readonly string[],
  catalogue: Catalogue,
  words: Words,
  judged: JudgeLabel,
): Idea[] {
  const about = new Set(parts.flatMap((part) => [part, ...words.synonyms(part)]).flatMap((word) => [word, `${word}s`]));
  const found = judged(label);
  if (!found) return [];
  const { aLabel } = found.label;
  const scoreIn = (other: Extension) =>
    Math.round(0.55 * found.score + 0.35 * other.popularity + (about.has(other.label) ? 25 : 0));
  return open(catalogue)
    .filter((other) => other.label !== extension.label && !extensionProblem(found.label, other))
    .map((other) => ({ extension: other.label, score: scoreIn(other) }))
    .sort((one, other) => other.score - one.score)
    .slice(0, mostOfOneKind)
    .map((best) => ({
      name: `${aLabel}.${best.extension}`,
      label: aLabel,
      reason: { kind: 'otherExtension' },
      ...best,
    }));
}

/** A label that may be offered, with its score; undefined where it is no label, or offensive where what was asked for is not. */
type JudgeLabel = (label: string) => { readonly label: Label; readonly score: number } | undefined;

/** The same label stands in many extensions: it is judged once. Words that were asked for, a family's name say, offend nobody. */
function judgeOnce(asked: Asked, words: Words): JudgeLabel {
  const known = new Map<string, ReturnType<JudgeLabel>>();
  const own = new Set([asked.label, ...segment(asked.label, words)]);
  const judged: JudgeLabel = (text) => {
    const label = readLabel(text);
    if (label.kind === 'problem') return undefined;
    const parts = segment(text, words);
    if ([text, ...parts].some((word) => !own.has(word) && words.isOffensive(word))) return undefined;
    return { label, score: score(judge(text, asked.label, words, parts)) };
  };
  return (text) => {
    if (!known.has(text)) known.set(text, judged(text));
    return known.get(text);
  };
}

function ideaOf({ label, reason }: Variant, asked: Asked, extension: Extension, judged: JudgeLabel): Idea[] {
  if (label === asked.label && extension.label === asked.extension.label) return [];
  const found = judged(label);
  if (!found || extensionProblem(found.label, extension)) return [];
  const { aLabel } = found.label;
  return [
    { name: `${aLabel}.${extension.label}`, label: aLabel, extension: extension.label, reason, score: found.score },
  ];
}

/** By turns the best of each kind, so that the first few are varied; not too many of a kind. */
function ranked(ideas: readonly Idea[]): Idea[] {
  const worth = ({ score: points, reason }: Idea) => points + (kindWorth[reason.kind] ?? 0);
  const turns = new Map<string, number>();
  const placed = distinct([...ideas].sort((a, b) => worth(b) - worth(a))).map((idea) => {
    const turn = turns.get(idea.reason.kind) ?? 0;
    turns.set(idea.reason.kind, turn + 1);
    return { idea, turn };
  });
  return placed
    .filter(({ turn }) => turn < mostOfOneKind)
    .sort((a, b) => a.turn - b.turn || worth(b.idea) - worth(a.idea))
    .map(({ idea }) => idea);
}

function distinct(ideas: readonly Idea[]): Idea[] {
  const seen = new Set<string>();
  return ideas.filter(({ name }) => !seen.has(name) && seen.add(name));
}
