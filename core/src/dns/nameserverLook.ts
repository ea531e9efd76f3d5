/**
 * What a nameserver was found to be for a name: `answers` for it, `others` answers but not for that name, or not at all;
 * `noAddress`, `unresolved`, `hidden`: it cannot be found, that could not be found out, or only some networks reach it.
 */
export const nameserverFindings = ['answers', 'others', 'silent', 'noAddress', 'unresolved', 'hidden'] as const;
export type NameserverFinding = (typeof nameserverFindings)[number];

/** A nameserver as it was found, asked for a name. */
export interface NameserverLook {
  readonly host: string;
  readonly finding: NameserverFinding;
  readonly address?: string;
}
