import { byPopularity } from '@tienda/core/catalogue/byPopularity';
import type { Catalogue, Extension } from '@tienda/core/catalogue/extension';
import { domainName } from '@tienda/core/names/domainName';
import { toULabel } from '@tienda/core/idna/idna';
import { extensionProblem, readLabel, type Label } from '@tienda/core/names/label';
import type { QueryProblem, SearchPlan } from '@tienda/core/names/readQuery';

/** One name to be asked for, or to be refused with the reason. */
export interface Candidate {
  readonly name: string;
  readonly label: string;
  readonly unicode: string;
  readonly extension: Extension;
  /** Why the extension does not take the label. */
  readonly refused: string | undefined;
}

export interface CandidateChoices {
  /** Only these extensions are tried for bare labels; all where left out. */
  readonly only?: ReadonlySet<string>;
  /** Extensions on the asker's screen: theirs come first. */
  readonly first?: readonly string[];
}

/** As many names as one search asks for. */
const mostNames = 5000;

/**
 * The names of a plan: full names first, then every label in every extension, what is on screen first, then the
 * most chosen; no name twice. A long list of words is tried in fewer extensions, which is said.
 */
export function candidatesOf(
  { names, labels }: Pick<SearchPlan, 'names' | 'labels'>,
  catalogue: Catalogue,
  { only, first = [] }: CandidateChoices,
): { readonly candidates: readonly Candidate[]; readonly problem?: QueryProblem } {
  const found = new Map<string, Candidate>();
  for (const name of names) {
    const read = domainName(name, catalogue);
    if (read.kind === 'problem') continue;
    const { label, unicode, extension } = read;
    found.set(name, { name, label, unicode, extension, refused: undefined });
  }
  const onScreen = new Set(first);
  const ordered = [
    ...[...onScreen].flatMap((label) => catalogue.get(label) ?? []),
    ...byPopularity(catalogue).filter(({ label }) => !onScreen.has(label)),
  ].filter(({ label }) => !only || only.has(label));
  const each = labels.length === 0 ? 0 : Math.max(1, Math.floor((mostNames - found.size) / labels.length));
  for (const typed of labels) {
    const label = readLabel(toULabel(typed));
    if (label.kind === 'label') for (const extension of ordered.slice(0, each)) add(found, label, extension);
  }
  const problem = each < ordered.length && labels.length > 0 ? tooMany(labels.length, ordered.length, each) : undefined;
  return { candidates: [...found.values()], ...(problem ? { problem } : {}) };
}

function add(found: Map<string, Candidate>, label: Label, extension: Extension): void {
  const name = `${label.aLabel}.${extension.label}`;
  if (found.has(name)) return;
  found.set(name, {
    name,
    label: label.aLabel,
    // Most often the same text, which is then kept, and written, once.
    unicode:
      label.uLabel === label.aLabel && extension.unicode === extension.label
        ? name
        : `${label.uLabel}.${extension.unicode}`,
    extension,
    refused: extensionProblem(label, extension)?.detail,
  });
}

function tooMany(labels: number, extensions: number, each: number): QueryProblem {
  return {
    input: '',
    code: 'tooMany',
    detail: `${labels} words in ${extensions} extensions are too many names at once: each is tried in the ${each} most chosen. Choose an extension to see others.`,
    facts: { words: labels, extensions, limit: each },
  };
}
