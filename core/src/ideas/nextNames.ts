import { byPopularity } from '../catalogue/byPopularity';
import type { Catalogue } from '../catalogue/extension';
import { extensionOf } from '../catalogue/extensionOf';
import { domainName, type DomainName } from '../names/domainName';
import type { SearchPlan } from '../names/readQuery';
import { alternatives } from './alternatives';
import type { Idea } from './idea';
import type { Words } from './words';

/** A name to go on with from a search. */
export interface NextName extends Idea {
  /** `same`: the word asked for in another extension; `close`: another word like it. */
  readonly group: 'same' | 'close';
}

/** So many names are offered in a group. */
const mostInGroup = 8;
/** A longer list is worked through, not searched around. */
const mostAsked = 5;

/**
 * Where a search leads on to: the words of the full names asked for in other extensions, then names close to what
 * was asked for; the best first, none of them asked for already, each name once. What cannot be asked for leads to what
 * was probably meant by it, and on from there.
 *
 * @param isTaken what is known at once: such a name leads nowhere
 */
export function nextNames(
  { names, labels, problems }: Omit<SearchPlan, 'query'>,
  catalogue: Catalogue,
  words: Words,
  isTaken: (idea: Idea) => boolean,
): NextName[] {
  const [mostChosen] = byPopularity(catalogue);
  if (!mostChosen || names.length + labels.length + problems.length > mostAsked) return [];
  const named = names.flatMap((name) => {
    const extension = extensionOf(name, catalogue);
    return extension ? [{ label: name.slice(0, name.indexOf('.')), extension }] : [];
  });
  // A word is seen in every extension anyhow: what is close to it is looked for where most people look.
  const worded = labels.map((label) => ({ label, extension: mostChosen }));
  const meant = problems.flatMap(({ suggestion = '' }) => {
    const read = domainName(suggestion.includes('.') ? suggestion : `${suggestion}.${mostChosen.label}`, catalogue);
    return read.kind === 'name' && !names.includes(read.name) ? [read] : [];
  });
  const seen = new Set(names);
  const inEvery = new Set(labels);
  const around = (asked: Pick<DomainName, 'label' | 'extension'>) => alternatives(asked, catalogue, words);
  const found = [...[...named, ...worded].map(around), ...meant.map((name) => [asIdea(name), ...around(name)])].map(
    (ideas) => ideas.filter((idea) => !inEvery.has(idea.label) && !isTaken(idea)),
  );
  const group = (which: NextName['group']): NextName[] => {
    const lists = found.map((ideas) =>
      ideas.filter(({ reason }) => (reason.kind === 'otherExtension') === (which === 'same')),
    );
    // A word close to several of those asked for is offered once, in the extension of the first of them.
    const offered = new Set<string>();
    const once = ({ name, label }: Idea) => (which === 'same' ? name : label);
    return inTurn(lists)
      .filter((idea) => !seen.has(idea.name) && !offered.has(once(idea)) && offered.add(once(idea)))
      .slice(0, mostInGroup)
      .map((idea) => ({ ...idea, group: which }));
  };
  return [...group('same'), ...group('close')];
}

/** A name that was meant, as the best of those to go on with. */
function asIdea({ name, label, extension }: DomainName): Idea {
  return { name, label, extension: extension.label, reason: { kind: 'otherExtension' }, score: 100 };
}

/** The first of each list, then the second of each, and so on. */
function inTurn<Item>(lists: readonly (readonly Item[])[]): Item[] {
  const longest = Math.max(0, ...lists.map(({ length }) => length));
  return Array.from({ length: longest }, (_, turn) => lists.flatMap((list) => list.slice(turn, turn + 1))).flat();
}
