import { isIsoDate } from '../time/isoDate';
import { toALabel } from '../idna/idna';
import { knownScripts } from '../idna/scripts';
import type { Agreement, Catalogue, WholeExtension } from './extension';
import { priceHistory, type PriceChange } from './priceHistory';
import { pricedIn, risenPrices, type YearlyRise } from './priceRise';
import { priceTrend } from './priceTrend';

/** One entry of the data file: an extension with its price changes instead of month-by-month history. */
export interface ExtensionEntry extends Omit<WholeExtension, 'history' | 'trend' | 'agreements' | 'rise'> {
  readonly agreements: readonly string[];
  readonly changes: readonly PriceChange[];
  readonly yearlyRise?: YearlyRise;
}

/**
 * The catalogue as of a month (`YYYY-MM`), from its data file.
 *
 * @throws Error naming every extension and fact that cannot be right, so that whoever edits the file
 * sees all of it at once.
 */
export function readCatalogue(
  entries: readonly ExtensionEntry[],
  agreements: readonly Agreement[],
  todayMonth: string,
): Catalogue<WholeExtension> {
  const titles = new Map(agreements.map(({ id, title }) => [id, title]));
  const faults = entries.flatMap((entry) => faultsOf(entry, titles).map((fault) => `.${entry.label}: ${fault}`));
  const catalogue = new Map<string, WholeExtension>();
  for (const { changes, agreements: ids, yearlyRise, ...facts } of entries) {
    if (catalogue.has(facts.label)) faults.push(`.${facts.label}: listed twice`);
    const { prices, changes: later, announced } = risenPrices(facts.prices, yearlyRise, todayMonth);
    const written = { from: changes.length > 0 ? pricedIn : '', ...facts.prices };
    const history = priceHistory([...changes, written, ...later], prices, todayMonth);
    catalogue.set(facts.label, {
      ...facts,
      prices,
      ...(announced ? { rise: announced } : {}),
      agreements: ids.map((id) => ({ id, title: titles.get(id) ?? id })),
      history,
      trend: priceTrend(history),
    });
  }
  if (faults.length > 0) throw new Error(`The catalogue has faults:\n${faults.join('\n')}`);
  return catalogue;
}

function faultsOf(entry: ExtensionEntry, titles: ReadonlyMap<string, string>): string[] {
  const faults: string[] = [];
  const expectAmount = (amount: number, what: string) => {
    if (!Number.isSafeInteger(amount) || amount < 0) faults.push(`${what} is ${amount}, not whole cents`);
  };
  for (const [what, amount] of Object.entries(entry.prices)) expectAmount(amount, what);
  expectAmount(entry.yearlyFee, 'yearlyFee');
  expectAmount(entry.privacy.price, 'privacy.price');
  if ((entry.privacy.policy === 'priced') !== entry.privacy.price > 0)
    faults.push(`privacy is ${entry.privacy.policy} at ${entry.privacy.price}`);
  if (entry.intro) {
    expectAmount(entry.intro.price, 'intro.price');
    if (entry.intro.price >= entry.prices.register) faults.push('intro.price does not lower the register price');
    if (!isIsoDate(entry.intro.startsAt) || !isIsoDate(entry.intro.endsAt)) faults.push('intro dates are not dates');
    if (entry.intro.startsAt >= entry.intro.endsAt) faults.push('intro ends before it starts');
  }
  for (const [action, terms] of Object.entries(entry.terms)) {
    const rising = terms.every((term, i) => i === 0 || term > (terms[i - 1] ?? 0));
    if (terms.length === 0 || !rising || terms.some((term) => !Number.isInteger(term) || term < 1 || term > 10))
      faults.push(`terms.${action} must rise from 1 to 10 at most`);
  }
  const days = Object.entries({ ...entry.lifecycle, lockDays: entry.transfer.lockDays });
  for (const [what, count] of days)
    if (!Number.isInteger(count) || count < 0 || count > 366) faults.push(`${what} is ${count}, not whole days`);
  if (entry.yearlyRise) {
    expectAmount(entry.yearlyRise.register, 'yearlyRise.register');
    expectAmount(entry.yearlyRise.renew, 'yearlyRise.renew');
    if (entry.yearlyRise.month < 1 || entry.yearlyRise.month > 12) faults.push('yearlyRise.month is 1 to 12');
  }
  if (entry.popularity < 0 || entry.popularity > 100) faults.push('popularity is 0 to 100');
  if (toALabel(entry.unicode) !== entry.label) faults.push(`unicode “${entry.unicode}” is another extension`);
  if (entry.changes.some(({ from }, i) => i > 0 && from <= (entry.changes[i - 1]?.from ?? '')))
    faults.push('changes are not in order of time');
  const strange = entry.labelRules.scripts.find((script) => !knownScripts.some((known) => known === script));
  if (strange) faults.push(`script ${strange} is not known`);
  if (entry.labelRules.minLength < 1 || entry.labelRules.maxLength > 63)
    faults.push('labelRules reach beyond 1 to 63 octets');
  for (const id of entry.agreements) if (!titles.has(id)) faults.push(`agreement ${id} is not written`);
  return faults;
}
