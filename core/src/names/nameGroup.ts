import type { NameContacts } from '../contacts/roles';

/** Names kept together, for a studio those of one client. */
export interface NameGroup {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  /** Who is what to names that are registered for it, by the ids of contacts; whoever orders them where left out. */
  readonly contacts: Partial<NameContacts>;
  /** How many names are in it. */
  readonly names: number;
}
