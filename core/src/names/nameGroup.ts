/** Names kept together, for a studio those of one client. */
export interface NameGroup {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  /** How many names are in it. */
  readonly names: number;
}
