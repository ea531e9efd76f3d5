import type { Catalogue, Extension } from '../catalogue/extension';
import type { DomainName } from '../names/domainName';
import { extensionProblem, readLabel } from '../names/label';
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

/** Extensions in which an idea is tried first where the one asked for is not enough. */
const mainExtensions = 6;

type Asked = Pick<DomainName, 'label' | 'extension'>;

/**
 * Names to take instead of the one asked for, the best first, each with its reason: the same label in other
 * extensions, and variants of the label in the same extension. Nothing offensive, no name twice.
 */
export function alternatives(asked: Asked, catalogue: Catalogue, words: Words): Idea[] {
  const parts = segment(asked.label, words);
  const variants = [
    ...joined(asked.label),
    ...inflected(parts),
    ...withSynonyms(parts, words),
    ...shorter(parts),
    ...blends(parts),
    ...soundAlikes(asked.label, parts, words),
    ...addedWords(asked.label),
  ];
  const ideas = variants.flatMap((variant) => ideaOf(variant, asked, asked.extension, words));
  return ranked([...otherExtensions(asked, parts, catalogue, words), ...ideas]);
}

/**
 * Names to take beside one, so that nobody else does: the main extensions, the other number, likely mistypings.
 */
export function protectiveSet(asked: Asked, catalogue: Catalogue, words: Words): Idea[] {
  const parts = segment(asked.label, words);
  const main = open(catalogue)
    .filter(({ label }) => label !== asked.extension.label)
    .slice(0, mainExtensions)
    .flatMap((extension) => ideaOf({ label: asked.label, reason: { kind: 'mainExtension' } }, asked, extension, words));
  const variants = [...inflected(parts), ...joined(asked.label), ...mistypings(asked.label)];
  return distinct([...main, ...variants.flatMap((variant) => ideaOf(variant, asked, asked.extension, words))]);
}

/** Extensions that anyone may have, the most chosen first. */
function open(catalogue: Catalogue): Extension[] {
  return [...catalogue.values()]
    .filter(({ requirements }) => requirements.length === 0)
    .sort((a, b) => b.popularity - a.popularity);
}

/** The most chosen extensions, and those that say what the name is about. */
function otherExtensions(
  { label, extension }: Asked,
  parts: readonly string[],
  catalogue: Catalogue,
  words: Words,
): Idea[] {
  const about = new Set(parts.flatMap((part) => [part, ...words.synonyms(part)]).flatMap((word) => [word, `${word}s`]));
  const reason: IdeaReason = { kind: 'otherExtension' };
  return open(catalogue)
    .filter((other) => other.label !== extension.label)
    .flatMap((other) =>
      ideaOf({ label, reason }, { label, extension }, other, words).map((idea) => ({
        ...idea,
        score: Math.round(0.55 * idea.score + 0.35 * other.popularity + (about.has(other.label) ? 25 : 0)),
      })),
    )
    .sort((a, b) => b.score - a.score)
    .slice(0, mostOfOneKind);
}

function ideaOf({ label, reason }: Variant, asked: Asked, extension: Extension, words: Words): Idea[] {
  if (label === asked.label && extension.label === asked.extension.label) return [];
  const read = readLabel(label);
  if (read.kind === 'problem' || extensionProblem(read, extension)) return [];
  if ([label, ...segment(label, words)].some((word) => words.isOffensive(word))) return [];
  const { aLabel } = read;
  const judged = score(judge(label, asked.label, words));
  return [{ name: `${aLabel}.${extension.label}`, label: aLabel, extension: extension.label, reason, score: judged }];
}

/** The best first, not too many of a kind. */
function ranked(ideas: readonly Idea[]): Idea[] {
  const kept = new Map<string, number>();
  const worth = ({ score: points, reason }: Idea) => points + (kindWorth[reason.kind] ?? 0);
  return distinct([...ideas].sort((a, b) => worth(b) - worth(a))).filter(({ reason: { kind } }) => {
    const count = (kept.get(kind) ?? 0) + 1;
    kept.set(kind, count);
    return count <= mostOfOneKind;
  });
}

function distinct(ideas: readonly Idea[]): Idea[] {
  const seen = new Set<string>();
  return ideas.filter(({ name }) => !seen.has(name) && seen.add(name));
}
