import { bundled } from './bench/bundle.mjs';
import { drawLetters } from './letters.mjs';
import { needNodeModules } from './setup.mjs';

/** Checks the catalogue's data file, draws the letters of its extensions and says what is in it: `npm run catalogue`, after editing it. */
needNodeModules();
const { default: delegated } = await import('tlds', { with: { type: 'json' } });

try {
  const { readCatalogue, extensionEntries, agreements } = await bundled(
    'catalogue',
    `export { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
     export * from '@tienda/core/catalogue/shipped';`,
  );
  const catalogue = [...readCatalogue(extensionEntries, agreements, new Date().toISOString().slice(0, 7)).values()];
  console.log(`${catalogue.length} extensions, no faults.`);
  for (const [title, what] of [
    ['registry', ({ registry }) => registry],
    ['kind', ({ kind }) => kind],
    ['privacy', ({ privacy }) => privacy.policy],
    ['terms', ({ terms }) => terms.register.join(' ')],
  ])
    console.log(`by ${title}:`, counted(catalogue, what));
  const unknown = catalogue.filter(({ unicode }) => !delegated.includes(unicode.split('.').at(-1)));
  console.log(`not in the root zone, made up for the demo: ${unknown.map(({ label }) => `.${label}`).join(' ')}`);
  const letters = await drawLetters(catalogue.map(({ unicode }) => unicode));
  console.log(`${letters} letters of theirs that the app's own fonts lack`);
} catch (fault) {
  console.error(fault.message);
  process.exit(1);
}

function counted(items, what) {
  const found = {};
  for (const item of items) found[what(item)] = (found[what(item)] ?? 0) + 1;
  return found;
}
