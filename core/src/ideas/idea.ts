/** Why a name is offered; said in words by the app. */
export type IdeaReason =
  | { readonly kind: 'otherExtension' }
  | { readonly kind: 'before'; readonly word: string }
  | { readonly kind: 'after'; readonly word: string }
  | { readonly kind: 'plural' }
  | { readonly kind: 'singular' }
  | { readonly kind: 'synonym'; readonly word: string; readonly of: string }
  | { readonly kind: 'shorter'; readonly without: string }
  | { readonly kind: 'joined' }
  | { readonly kind: 'blend'; readonly of: readonly [string, string] }
  | { readonly kind: 'soundsSame' }
  | { readonly kind: 'mainExtension' }
  | { readonly kind: 'mistyping'; readonly how: 'missing' | 'doubled' | 'swapped' | 'neighbour' };

/** A label with the reason to offer it. */
export interface Variant {
  readonly label: string;
  readonly reason: IdeaReason;
}

/** A name that may be offered instead of, or beside, the one asked for. */
export interface Idea extends Variant {
  /** A-label. */
  readonly name: string;
  /** A-label. */
  readonly extension: string;
  /** 0 to 100. */
  readonly score: number;
}
