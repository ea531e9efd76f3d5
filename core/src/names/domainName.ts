import type { Catalogue, Extension } from '../catalogue/extension';
import { toALabel } from './idna';
import { extensionProblem, readLabel, type LabelProblemCode } from './label';

export interface DomainName {
  readonly kind: 'name';
  /** Full name as A-labels, lower case. */
  readonly name: string;
  readonly unicode: string;
  /** The label before the extension, as A-label. */
  readonly label: string;
  readonly extension: Extension;
}

export interface DomainNameProblem {
  readonly kind: 'problem';
  readonly code: LabelProblemCode | 'nameTooLong' | 'unknownExtension' | 'subName';
  readonly detail: string;
  readonly suggestion?: string;
}

const longestName = 253;
/** The full stops that people type, as UTS #46 maps them. */
const dots = /[.\u3002\uff0e\uff61]/u;

/** Splits at dots; the longest extension of the catalogue that the name ends in comes off whole. */
export function splitName(
  typed: string,
  catalogue: Catalogue,
): { readonly labels: readonly string[]; readonly extension?: Extension } {
  const labels = typed.trim().split(dots);
  for (let first = 1; first < labels.length; first += 1) {
    const suffix = toALabel(labels.slice(first).join('.'));
    const extension = suffix === undefined ? undefined : catalogue.get(suffix);
    if (extension) return { labels: labels.slice(0, first), extension };
  }
  return { labels };
}

/**
 * Reads a full name with an extension of the catalogue.
 *
 * @example domainName('Saltwhistle.CO.UK', catalogue) // { name: 'saltwhistle.co.uk', label: 'saltwhistle', ... }
 */
export function domainName(typed: string, catalogue: Catalogue): DomainName | DomainNameProblem {
  const { labels, extension } = splitName(typed, catalogue);
  if (!extension) {
    const suffix = labels.length > 1 ? `.${labels.slice(1).join('.')}` : 'a name without an extension';
    return problem('unknownExtension', `Tienda does not offer ${suffix}: choose another extension.`);
  }
  const label = readLabel(labels.at(-1) ?? '');
  if (label.kind === 'problem') {
    const suggestion = label.suggestion && `${label.suggestion}.${extension.unicode}`;
    return problem(label.code, label.detail, suggestion);
  }
  const unicode = `${label.uLabel}.${extension.unicode}`;
  if (labels.length > 1)
    return problem('subName', `“${typed.trim()}” is part of ${unicode}: that is the name to register.`, unicode);
  const refused = extensionProblem(label, extension);
  if (refused) return problem(refused.code, refused.detail);
  const name = `${label.aLabel}.${extension.label}`;
  if (name.length > longestName)
    return problem('nameTooLong', `The name has ${name.length} characters; ${longestName} is the most: shorten it.`);
  return { kind: 'name', name, unicode, label: label.aLabel, extension };
}

function problem(code: DomainNameProblem['code'], detail: string, suggestion?: string): DomainNameProblem {
  return { kind: 'problem', code, detail, ...(suggestion ? { suggestion } : {}) };
}
