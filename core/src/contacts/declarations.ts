import type { Extension } from '../catalogue/extension';

/** What the holder of a name says of a requirement of its extension. */
export interface Declaration {
  /** A-label. */
  readonly name: string;
  /** The requirement's code in the catalogue. */
  readonly code: string;
  /** A number or name by which it can be looked up, where one is needed for. */
  readonly evidence?: string;
}

/** Requirements that are proven by a number: of a register, of a membership. */
const withEvidence: ReadonlySet<string> = new Set(['profession', 'member']);

/** True where saying so is not enough: the register's or the membership's number is needed for. */
export function needsEvidence(code: string): boolean {
  return withEvidence.has(code);
}

/** One thing to be declared for a name. */
export interface NeededDeclaration {
  readonly name: string;
  readonly unicode: string;
  readonly code: string;
  /** Why, in the catalogue's words. */
  readonly text: string;
  readonly evidence: boolean;
}

/** What has to be declared for some names; nothing where their extensions ask for nothing. */
export function neededDeclarations(
  names: readonly { readonly name: string; readonly unicode: string; readonly extension: Extension }[],
): NeededDeclaration[] {
  return names.flatMap(({ name, unicode, extension }) =>
    extension.requirements.map(({ code, text }) => ({ name, unicode, code, text, evidence: needsEvidence(code) })),
  );
}

/** True where a declaration says all that is needed. */
export function isDeclared({ name, code, evidence }: NeededDeclaration, declarations: readonly Declaration[]): boolean {
  const found = declarations.find((declared) => declared.name === name && declared.code === code);
  return found !== undefined && (!evidence || (found.evidence?.trim() ?? '') !== '');
}
