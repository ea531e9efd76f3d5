import type { Catalogue, Extension } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { canRegister } from '@tienda/core/names/availability';
import { keepCost } from '@tienda/core/pricing/keepCost';
import type { Minor } from '@tienda/core/pricing/money';
import type { SearchResult, SearchState } from '../../api/search';

/** One name of a search: asked for already, answered or not. */
export interface Row {
  readonly name: string;
  readonly label: string;
  readonly extension: Extension;
  readonly result?: SearchResult;
  /** For the horizon chosen, where the name can be registered. */
  readonly keep?: Minor;
}

export interface RowChoices {
  /** Years that keep cost is computed for. */
  readonly horizon: number;
  readonly onlyAvailable: boolean;
  readonly byKeepCost: boolean;
}

/**
 * Every name of the search in a steady order: full names, then each word in every extension, the most chosen
 * first. Rows stand where they are while answers arrive; only a sort by cost moves them.
 */
export function rowsOf({ plan, results }: SearchState, catalogue: Catalogue, choices: RowChoices): Row[] {
  if (!plan) return [];
  const byPopularity = [...catalogue.values()].sort((a, b) => b.popularity - a.popularity);
  const rows = new Map<string, Row>();
  const add = (label: string, extension: Extension) => {
    const name = `${label}.${extension.label}`;
    if (rows.has(name)) return;
    const result = results.get(name);
    const keep = result && keepOf(result, extension, choices.horizon);
    rows.set(name, { name, label, extension, ...(result ? { result } : {}), ...(keep === undefined ? {} : { keep }) });
  };
  for (const name of plan.names) {
    const extension = extensionOf(name, catalogue);
    if (extension) add(name.slice(0, name.indexOf('.')), extension);
  }
  for (const label of plan.labels) for (const extension of byPopularity) add(label, extension);

  const shown = [...rows.values()].filter(
    ({ result }) => !choices.onlyAvailable || !result || canRegister(result.status),
  );
  return choices.byKeepCost ? shown.sort((a, b) => (a.keep ?? Infinity) - (b.keep ?? Infinity)) : shown;
}

/** What keeping a free name costs, bought for its shortest term and renewed as shortly as allowed. */
function keepOf({ price }: SearchResult, { terms }: Extension, horizon: number): Minor | undefined {
  if (!price) return undefined;
  const years = Math.min(...terms.register);
  return keepCost(
    {
      paid: price.firstYear + price.renewal * (years - 1),
      yearly: price.renewal,
      years,
      renewalYears: Math.min(...terms.renew),
    },
    horizon,
  );
}
