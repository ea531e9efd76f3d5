import type { KeptContact } from '../../api/me';

/** A contact as it stands in a list. */
export function contactTitle({ name, organisation, city }: KeptContact): string {
  return [name, organisation, city].filter(Boolean).join(', ');
}
