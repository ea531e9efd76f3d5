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
    rates: { EUR: '0.92' },
    answers: new Map(),
    heldUntil: new Map(),
    isValidVatNumber: () => false,
  };
  const rows = [];
  for (const lines of [1, 20, 500]) {
    const request = basketOf(lines);
    const samples = await timesOf(lines === 500 ? 30 : 300, () => quote(request, facts));
    const floor = await timesOf(300, () => request.items.map(({ years }) => JSON.stringify({ total: years * 1450 })));
    const p50 = percentile(samples, 0.5);
    rows.push({
      what: `quote in core, ${lines} lines: ${Math.round(1000 / p50)} quotes/s`,
      p50: round(p50, 3),
      p95: round(percentile(samples, 0.95), 3),
      unit: 'ms',
      floor: round(percentile(floor, 0.5), 4),
      floorIs: 'a JSON object a line',
      ratio: round(p50 / percentile(floor, 0.5), 1),
    });
  }
  // Names are read beforehand, as in the app, so that what is timed is codes and unlocks alone.
  const request = basketOf(500);
  const read = new Map(request.items.map(({ name }) => [name, facts.readName(name)]));
  const known = { ...facts, readName: (name) => read.get(name) };
  const without = await timesOf(60, () => quote(request, known));
  for (const [what, terms] of [
    ['codes that apply', { minYears: 1 }],
    ['codes one year too long, each unlocked', { minYears: 4, value: 50 }],
  ]) {
    const promotions = Array.from({ length: 50 }, (_, i) => codeOf(i, terms));
    const samples = await timesOf(60, () => quote(request, { ...known, promotions }));
    const p50 = percentile(samples, 0.5);
    rows.push({
      what: `best code and unlocks, 50 ${what}, 500 lines`,
      p50: round(p50, 2),
      p95: round(percentile(samples, 0.95), 2),
      unit: 'ms',
      floor: round(percentile(without, 0.5), 2),
      floorIs: 'the same quote without codes',
      ratio: round(p50 / percentile(without, 0.5), 1),
    });
  }
  return rows;
}

const labels = ['boats', 'org', 'com', 'net', 'shop', 'co.uk', 'paris', 'coop', 'studio', 'lake'];

/** So many names over ten extensions, for the longest of 1 to 3 years that the extension offers. */
function basketOf(lines) {
  const items = Array.from({ length: lines }, (_, i) => {
    const label = labels[i % labels.length];
    return {
      name: `n${i}.${label}`,
      action: 'register',
      years: label === 'paris' ? 1 : (i % 3) + 1,
      privacy: true,
      autoRenew: true,
    };
  });
  return { currency: 'EUR', items, codes: [], customer: { country: 'IE', kind: 'person', isNew: true } };
}

function codeOf(i, more) {
  const kind = ['percent', 'amount', 'firstYearPrice'][i % 3];
  return {
    code: `CODE${i}`, label: '', kind, value: kind === 'percent' ? 5 + i : 200 + i, on: 'register', years: i % 2 ? 'all' : 'first', excludePremium: true,
    newCustomersOnly: false, startsAt: '2026-01-01', endsAt: '2028-01-01', public: true, ...(i % 5 === 0 ? { maxNames: 20 } : {}), ...more,
  };
} // prettier-ignore
