import { defaultHorizon } from '@tienda/core/pricing/keepCost';
import type { ExtensionKind } from '@tienda/core/catalogue/extension';
import { isCurrency, type Currency } from '@tienda/core/money/money';

export const sorts = ['relevance', 'first', 'renewal', 'keep', 'status', 'extension', 'kind', 'privacy'] as const;
export const kinds = ['generic', 'country', 'city', 'community'] as const satisfies readonly ExtensionKind[];
export const statuses = ['available', 'premium', 'taken', 'reserved', 'unknown'] as const;
export const privacies = ['possible', 'included'] as const;
/** `open`: what can be registered. */
type StatusChoice = 'open' | (typeof statuses)[number];

/** What of a search is shown, and in which order. What is left out is not filtered by. */
export interface FindChoices {
  /** Years that keep cost is computed for, 1 to 10. */
  readonly horizon: number;
  readonly sort: (typeof sorts)[number];
  readonly status?: StatusChoice | undefined;
  readonly kind?: ExtensionKind | undefined;
  readonly privacy?: (typeof privacies)[number] | undefined;
  /** Only extensions that hold this text. */
  readonly extension?: string | undefined;
  /** Only this extension, as A-label. */
  readonly only?: string | undefined;
  /** The most that may be paid, decimals in the currency shown. */
  readonly first?: string | undefined;
  readonly renewal?: string | undefined;
  readonly total?: string | undefined;
}

/** What stands in the address beside the query and the currency. */
export type FindParams = Partial<
  Record<'keep' | 'sort' | 'status' | 'kind' | 'privacy' | 'ext' | 'only' | 'first' | 'then' | 'total', string>
>;

function among<Word extends string>(words: readonly Word[], text: string | undefined): Word | undefined {
  return words.find((word) => word === text);
}

/** Reads the address; what makes no sense there is left out. */
export function readChoices(params: FindParams): FindChoices {
  const horizon = Number(params.keep);
  return {
    horizon: Number.isInteger(horizon) && horizon >= 1 && horizon <= 10 ? horizon : defaultHorizon,
    sort: among(sorts, params.sort) ?? 'relevance',
    status: among(['open', ...statuses] as const, params.status),
    kind: among(kinds, params.kind),
    privacy: among(privacies, params.privacy),
    extension: filled(params.ext),
    only: filled(params.only),
    first: filled(params.first),
    renewal: filled(params.then),
    total: filled(params.total),
  };
}

/** The address of some choices; what is usual is left out of it. */
export function writeChoices(choices: FindChoices): Record<keyof FindParams, string | undefined> {
  return {
    keep: choices.horizon === defaultHorizon ? undefined : String(choices.horizon),
    sort: choices.sort === 'relevance' ? undefined : choices.sort,
    status: choices.status,
    kind: choices.kind,
    privacy: choices.privacy,
    ext: filled(choices.extension),
    only: choices.only,
    first: filled(choices.first),
    then: filled(choices.renewal),
    total: filled(choices.total),
  };
}

function filled(text: string | undefined): string | undefined {
  return text === undefined || text.trim() === '' ? undefined : text;
}

/** How many filters are set: they are counted on the button that opens them. */
export function filterCount({ status, kind, privacy, extension, first, renewal, total }: FindChoices): number {
  return [status, kind, privacy, extension, first, renewal, total].filter((choice) => choice !== undefined).length;
}

export function readCurrency(text: string | undefined): Currency | undefined {
  return text !== undefined && isCurrency(text) ? text : undefined;
}
