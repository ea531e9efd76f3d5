import type { Currency, Minor } from '../pricing/money';
import type { NameStatus, RegistryAnswer } from './availability';
import type { SearchPlan } from './readQuery';

/** What a name costs, all in: charge and yearly fee, before tax. */
export interface SearchPrice {
  readonly currency: Currency;
  readonly firstYear: Minor;
  readonly renewal: Minor;
  /** True where the first year is at an introductory price. */
  readonly intro: boolean;
}

/** A line of `GET /api/search`. */
export type SearchEvent =
  | ({ readonly type: 'plan' } & SearchPlan)
  | {
      readonly type: 'result';
      readonly name: string;
      readonly unicode: string;
      readonly label: string;
      readonly extension: string;
      readonly status: NameStatus;
      /** The registry's own unit prices, USD cents. */
      readonly premium?: RegistryAnswer['premium'];
      readonly price: SearchPrice | null;
      readonly checkedAt: string;
      readonly source: string;
      /** Why the name is invalid. */
      readonly detail?: string;
    }
  | { readonly type: 'done'; readonly counts: Readonly<Record<string, number>>; readonly ms: number };
