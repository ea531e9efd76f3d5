import { bundled } from './bundle.mjs';
import { percentile, round, timesOf } from './measure.mjs';

/** Quotes computed in core, without transport or database; the floor is a sum over as many lines. */
export async function benchCore() {
  const { quote, domainName, readCatalogue, extensionEntries, agreements } = await bundled(
    'bench-core',
    `export { quote } from '@tienda/core/pricing/quote';
     export { domainName } from '@tienda/core/names/domainName';
     export { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
     export * from '@tienda/core/catalogue/shipped';`,
  );
  const catalogue = readCatalogue(extensionEntries, agreements, '2026-11');
  const facts = {
    now: new Date('2026-11-24T10:00:00Z'),
    readName: (name) => domainName(name, catalogue),
    rates: {}, answers: new Map(), heldUntil: new Map(), isValidVatNumber: () => false,
  };
  const rows = [];
  for (const lines of [1, 20, 500]) {
    const items = Array.from({ length: lines }, (_, i) => ({ name: `n${i}.boats`, action: 'register', years: 3, privacy: true, autoRenew: true }));
    const request = { currency: 'USD', items, codes: [], customer: { country: 'IE', kind: 'person', isNew: true } };
    const samples = await timesOf(lines === 500 ? 30 : 300, () => quote(request, facts));
    const floor = await timesOf(300, () => items.map(({ years }) => JSON.stringify({ total: years * 1450 })));
    rows.push({
      what: `quote in core, ${lines} lines`, p50: round(percentile(samples, 0.5), 3), p95: round(percentile(samples, 0.95), 3),
      unit: 'ms', floor: round(percentile(floor, 0.5), 4), floorIs: 'a JSON object a line', ratio: round(percentile(samples, 0.5) / percentile(floor, 0.5), 1),
    });
  }
  return rows;
} // prettier-ignore
