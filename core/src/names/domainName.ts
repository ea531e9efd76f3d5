import { parse } from 'tldts';
import { byPopularity } from '../catalogue/byPopularity';
import type { Catalogue, Extension } from '../catalogue/extension';
import { latinLookAlike } from '../idna/confusables';
import { toALabel, toULabel, withPlainDots } from '../idna/idna';
import type { ProblemFacts } from '../text/problemFacts';
import { extensionProblem, readLabel, type Label, type LabelProblem, type LabelProblemCode } from './label';

export interface DomainName<Known extends Extension = Extension> {
  readonly kind: 'name';
  /** Full name as A-labels, lower case. */
  readonly name: string;
  readonly unicode: string;
  /** The label before the extension, as A-label. */
  readonly label: string;
  readonly extension: Known;
}

export interface DomainNameProblem {
  readonly kind: 'problem';
  readonly code: LabelProblemCode | 'nameTooLong' | 'unknownExtension' | 'subName';
  readonly detail: string;
  readonly suggestion?: string;
  readonly facts?: ProblemFacts;
}

const longestName = 253;

/** Splits at dots; the longest extension of the catalogue that the name ends in comes off whole. */
export function splitName<Known extends Extension>(
  typed: string,
  catalogue: Catalogue<Known>,
): { readonly labels: readonly string[]; readonly extension?: Known } {
  const labels = withPlainDots(typed.trim()).split('.');
  if (catalogue.has(toALabel(labels.join('.')) ?? '')) return { labels };
  for (let first = 1; first < labels.length; first += 1) {
    const suffix = toALabel(labels.slice(first).join('.'));
    const extension = suffix === undefined ? undefined : catalogue.get(suffix);
    if (extension) return { labels: labels.slice(0, first), extension };
  }
  return { labels };
}

/**
 * Reads a full name with an extension of the catalogue. Which part is the extension follows the public suffix
 * list where the catalogue does not know better.
 *
 * @example domainName('Saltwhistle.CO.UK', catalogue) // { name: 'saltwhistle.co.uk', label: 'saltwhistle', ... }
 */
export function domainName<Known extends Extension>(
  typed: string,
  catalogue: Catalogue<Known>,
): DomainName<Known> | DomainNameProblem {
  const read = readName(typed, catalogue);
  return read.kind === 'problem' ? withWayOut(read, catalogue) : read;
}

/** How many suggestions in a row are looked at: one refused in its turn may suggest the next. */
const mostWays = 4;

/** The problem with a suggestion that is itself none: of one that would be refused in its turn, what that suggests. */
export function withWayOut<Problem extends { readonly suggestion?: string }>(
  problem: Problem,
  catalogue: Catalogue,
): Problem {
  const { suggestion: first, ...rest } = problem;
  for (let way = first, ways = 0; way !== undefined && ways < mostWays; ways += 1) {
    const next = way.includes('.') ? readName(way, catalogue) : readLabel(way);
    if (next.kind !== 'problem') return { ...problem, suggestion: way };
    way = next.suggestion;
  }
  return rest as Problem;
}

function readName<Known extends Extension>(
  typed: string,
  catalogue: Catalogue<Known>,
): DomainName<Known> | DomainNameProblem {
  const { labels, extension } = splitName(typed, catalogue);
  const suffix = publicSuffix(typed);
  if (suffix !== undefined && catalogue.has(suffix) && suffix === toALabel(typed.trim()))
    return problem('empty', `.${toULabel(suffix)} is an extension, not a name: put a word before it.`, {
      extension: toULabel(suffix),
    });
  if (!extension || (suffix !== undefined && suffix.length > extension.label.length))
    return unknownExtension(labels, suffix, catalogue);
  const label = readLabel(labels.at(-1) ?? '');
  if (label.kind === 'problem') {
    const suggestion = label.suggestion && `${label.suggestion}.${extension.unicode}`;
    return problem(label.code, label.detail, label.facts, suggestion);
  }
  const unicode = `${label.uLabel}.${extension.unicode}`;
  if (labels.length > 1)
    return problem(
      'subName',
      `“${typed.trim()}” is part of ${unicode}: that is the name to register.`,
      { typed: typed.trim(), name: unicode },
      unicode,
    );
  const refused = extensionProblem(label, extension);
  if (refused)
    return problem(refused.code, refused.detail, refused.facts, wayOut(label, refused, extension, catalogue));
  const name = `${label.aLabel}.${extension.label}`;
  if (name.length > longestName)
    return problem('nameTooLong', `The name has ${name.length} characters; ${longestName} is the most: shorten it.`, {
      length: name.length,
      limit: longestName,
    });
  return { kind: 'name', name, unicode, label: label.aLabel, extension };
}

/** What the public suffix list takes for the extension, as A-label; undefined where it knows none. */
function publicSuffix(typed: string): string | undefined {
  const name = toALabel(typed.trim());
  if (name === undefined) return undefined;
  const { publicSuffix: suffix, isIcann } = parse(name, { validateHostname: false });
  return isIcann && suffix !== null ? suffix : undefined;
}

function unknownExtension(
  labels: readonly string[],
  suffix: string | undefined,
  catalogue: Catalogue,
): DomainNameProblem {
  const last = toALabel(labels.at(-1) ?? '') ?? '';
  if (labels.length < 2)
    return problem('unknownExtension', 'Tienda does not offer a name without an extension: choose another extension.');
  const label = labels[suffix === undefined ? 0 : Math.max(0, labels.length - 1 - suffix.split('.').length)] ?? '';
  const meant = suffix === undefined ? closestExtension(last, catalogue) : undefined;
  if (meant)
    return problem(
      'unknownExtension',
      `There is no extension .${last}: did you mean .${meant.unicode}?`,
      { extension: last, meant: meant.unicode },
      `${labels.at(-2)}.${meant.unicode}`,
    );
  const given = suffix === undefined ? labels.slice(1).join('.') : toULabel(suffix);
  return problem(
    'unknownExtension',
    `Tienda does not offer .${given}: choose another extension.`,
    { extension: given },
    label,
  );
}

/** The most chosen extension that one slip of the finger may have turned into what was typed. */
function closestExtension(typed: string, catalogue: Catalogue): Extension | undefined {
  return byPopularity(catalogue).find(({ label }) => label.length > 2 && oneSlip(typed, label));
}

/** True where one letter was added, left out, replaced, or swapped with its neighbour. */
function oneSlip(typed: string, meant: string): boolean {
  let same = 0;
  while (same < typed.length && typed[same] === meant[same]) same += 1;
  const [a, b] = [typed.slice(same), meant.slice(same)];
  if (a === b) return false;
  const swapped = a.length > 1 && a[0] === b[1] && a[1] === b[0] && a.slice(2) === b.slice(2);
  return swapped || a.slice(1) === b.slice(1) || a.slice(1) === b || a === b.slice(1);
}

/** The same label where it may stand, or one that may stand here. */
function wayOut(label: Label, refused: LabelProblem, { unicode }: Extension, catalogue: Catalogue): string | undefined {
  if (refused.suggestion) return `${refused.suggestion}.${unicode}`;
  const latin = refused.code === 'scriptNotOffered' ? latinLookAlike(label.uLabel) : undefined;
  if (latin !== undefined && latin !== label.uLabel) return `${latin}.${unicode}`;
  const elsewhere = byPopularity(catalogue).find((extension) => extensionProblem(label, extension) === undefined);
  return elsewhere && `${label.uLabel}.${elsewhere.unicode}`;
}

function problem(
  code: DomainNameProblem['code'],
  detail: string,
  facts: ProblemFacts = {},
  suggestion?: string,
): DomainNameProblem {
  return { kind: 'problem', code, detail, facts, ...(suggestion ? { suggestion } : {}) };
}
