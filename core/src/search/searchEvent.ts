import type { Currency, Minor } from '../money/money';
import type { NameStatus, RegistryAnswer } from '../names/availability';
import type { NextName } from '../ideas/nextNames';
import type { SearchPlan } from '../names/readQuery';

/** What a name costs, all in: charge and yearly fee, before tax. */
export interface SearchPrice {
  readonly currency: Currency;
  readonly firstYear: Minor;
  readonly renewal: Minor;
  /** True where the first year is at an introductory price. */
  readonly intro: boolean;
}

/** What is known of one name: a quick, unconfirmed hint, or a result, which is the registry's word. */
export interface SearchAnswer {
  readonly type: 'hint' | 'result';
  readonly name: string;
  readonly unicode: string;
  readonly label: string;
  readonly extension: string;
  /** A hint is `unknown` where the zone has not been read. */
  readonly status: NameStatus;
  /** The registry's own unit prices, USD cents. */
  readonly premium?: RegistryAnswer['premium'];
  readonly price: SearchPrice | null;
  /** When the registry was asked, or its zone read; ISO 8601 instant. */
  readonly checkedAt: string;
  /** The registry's id, `zone` for hints, `rules` for what the rules forbid. */
  readonly source: string;
  /** Why the name is invalid. */
  readonly detail?: string;
}

/** A line of `GET /api/search`. */
export type SearchEvent =
  | ({ readonly type: 'plan' } & SearchPlan)
  | SearchAnswer
  /** Where the search leads on to; hints and results of these names follow. Told only to those who ask for it. */
  | { readonly type: 'next'; readonly names: readonly NextName[] }
  | { readonly type: 'done'; readonly counts: Readonly<Record<string, number>>; readonly ms: number };
