import type { Extension } from '../catalogue/extension';
import { latinLookAlike } from '../idna/confusables';
import { toALabel, toULabel } from '../idna/idna';
import { scriptsOf } from '../idna/scripts';
import type { ProblemFacts } from '../text/problemFacts';

export type LabelProblemCode =
  | 'empty'
  | 'badCharacter'
  | 'hyphenAtEnd'
  | 'hyphensThirdAndFourth'
  | 'labelTooLong'
  | 'labelTooShort'
  | 'scriptNotOffered'
  | 'mixedScripts';

/** One precise reason why a label cannot be registered, and what to try instead where that is plain. */
export interface LabelProblem {
  readonly kind: 'problem';
  readonly code: LabelProblemCode;
  readonly detail: string;
  readonly suggestion?: string;
  readonly facts?: ProblemFacts;
}

export interface Label {
  readonly kind: 'label';
  /** Lower case, as registries store it. */
  readonly aLabel: string;
  readonly uLabel: string;
  /** Characters of the U-label. */
  readonly length: number;
  /** Unicode scripts it is written in. */
  readonly scripts: readonly string[];
}

const longestLabel = 63;
const allowedCharacter = /^(?:[\p{L}\p{M}\p{N}\u00b7\u0375\u05f3\u05f4\u30fb-]|\u200c|\u200d)$/u;

/** Scripts used together in ordinary writing (UTS #39, highly restrictive level). */
const writtenTogether: readonly ReadonlySet<string>[] = [
  new Set(['Han', 'Hiragana', 'Katakana', 'Latin']),
  new Set(['Han', 'Bopomofo', 'Latin']),
  new Set(['Han', 'Hangul', 'Latin']),
];

/**
 * Reads one label: the part before the extension. Checks what holds everywhere (RFC 1035 section 2.3.1,
 * RFC 5891 section 4.2, UTS #39 for mixed scripts).
 */
export function readLabel(typed: string): Label | LabelProblem {
  const text = typed.normalize('NFC').toLowerCase();
  if (text === '') return problem('empty', 'There is nothing before the dot: type at least one letter or digit.');
  const bad = badCharacter(typed, text);
  if (bad) return bad;
  if (text.startsWith('-') || text.endsWith('-'))
    return problem('hyphenAtEnd', 'A name cannot begin or end with a hyphen: leave it out.', {}, trimHyphens(text));
  const aLabel = toALabel(text);
  const uLabel = aLabel === undefined ? text : toULabel(aLabel);
  const isALabel = text.startsWith('xn--') && uLabel !== text;
  if (text.slice(2, 4) === '--' && !isALabel)
    return problem(
      'hyphensThirdAndFourth',
      'Hyphens as third and fourth character are kept for internationalised names: use one hyphen or none.',
      {},
      text.replace(/-+/g, '-'),
    );
  if (aLabel === undefined)
    return problem('badCharacter', `“${typed}” is not a valid internationalised name: check its accents and marks.`, {
      typed,
    });
  // Some characters stand for several: a fraction for its digits and a slash.
  const unfolded = badCharacter(typed, uLabel);
  if (unfolded) return unfolded;
  if (aLabel.length > longestLabel)
    return problem(
      'labelTooLong',
      `“${uLabel}” takes ${aLabel.length} characters as registries store it; ${longestLabel} is the most: shorten it.`,
      { name: uLabel, length: aLabel.length, limit: longestLabel },
      shortened(uLabel, longestLabel),
    );
  const scripts = scriptsOf(uLabel);
  if (scripts.length > 1 && !writtenTogether.some((set) => scripts.every((script) => set.has(script))))
    return problem(
      'mixedScripts',
      `“${uLabel}” mixes ${scripts.join(' and ')} letters, which look alike: write it in one script.`,
      { name: uLabel, scripts: scripts.join(', ') },
      latinLookAlike(uLabel),
    );
  return { kind: 'label', aLabel, uLabel, length: [...uLabel].length, scripts };
}

function badCharacter(typed: string, text: string): LabelProblem | undefined {
  const characters = [...text];
  const bad = characters.findIndex((character) => !allowedCharacter.test(character));
  if (bad < 0) return undefined;
  const rest = characters.filter((character) => allowedCharacter.test(character)).join('');
  const which = characters[bad] === ' ' ? 'a space' : `“${characters[bad]}”`;
  return problem(
    'badCharacter',
    `${which}, character ${bad + 1} of “${typed}”, cannot stand in a name: use letters, digits and hyphens.`,
    { typed, character: characters[bad] ?? '', position: bad + 1 },
    trimHyphens(rest),
  );
}

/** What one extension asks of a label beyond the general rules; undefined when it is content. */
export function extensionProblem(label: Label, extension: Extension): LabelProblem | undefined {
  const { minLength, maxLength, scripts } = extension.labelRules;
  const missing = label.scripts.find((script) => !scripts.includes(script));
  if (missing)
    return problem('scriptNotOffered', `.${extension.unicode} does not offer names in ${missing} letters.`, {
      extension: extension.unicode,
      scripts: missing,
    });
  if (label.length < minLength)
    return problem('labelTooShort', `.${extension.unicode} names have at least ${minLength} characters: lengthen it.`, {
      extension: extension.unicode,
      limit: minLength,
    });
  if (label.aLabel.length > maxLength)
    return problem(
      'labelTooLong',
      `.${extension.unicode} names have at most ${maxLength} characters: shorten it.`,
      { name: label.uLabel, extension: extension.unicode, length: label.aLabel.length, limit: maxLength },
      shortened(label.uLabel, maxLength),
    );
  return undefined;
}

/** The label cut at its end until it fits as registries store it. */
function shortened(uLabel: string, longest: number): string {
  const characters = [...uLabel];
  while ((toALabel(characters.join(''))?.length ?? Infinity) > longest || characters.at(-1) === '-') characters.pop();
  return characters.join('');
}

function trimHyphens(text: string): string {
  return text.replace(/^-+|-+$/g, '');
}

function problem(code: LabelProblemCode, detail: string, facts: ProblemFacts = {}, suggestion?: string): LabelProblem {
  return { kind: 'problem', code, detail, facts, ...(suggestion ? { suggestion } : {}) };
}
