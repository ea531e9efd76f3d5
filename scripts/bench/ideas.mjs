import path from 'node:path';
import { root } from '../setup.mjs';
import { bundled } from './bundle.mjs';
import { percentile, round, timesOf } from './measure.mjs';

/** Alternatives generated, judged and ranked in core; the floor is reading each variant's label as a name. */
export async function benchIdeas() {
  const { alternatives, domainName, readCatalogue, extensionEntries, agreements, WordFile } = await bundled(
    'bench-ideas',
    `export { alternatives } from '@tienda/core/ideas/alternatives';
     export { domainName } from '@tienda/core/names/domainName';
     export { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
     export * from '@tienda/core/catalogue/shipped';
     export { WordFile } from './src/ideas/wordFile';`,
  );
  const words = await new WordFile(path.join(root, 'dist', 'words.json')).words();
  const catalogue = readCatalogue(extensionEntries, agreements, '2026-11');
  const asked = ['saltwhistle', 'boatyard', 'quay-and-quill', 'harbourlight', 'woodenboats'].map((label) =>
    domainName(`${label}.com`, catalogue),
  );
  const ideas = asked.flatMap((name) => alternatives(name, catalogue, words));
  const samples = await timesOf(60, () => asked.flatMap((name) => alternatives(name, catalogue, words)));
  const floor = await timesOf(60, () => ideas.map(({ name }) => domainName(name, catalogue)));
  const perSecond = (times) => (ideas.length / percentile(times, 0.5)) * 1000;
  return [
    {
      what: 'alternatives generated, scored and ranked',
      p50: round(perSecond(samples), 0),
      unit: 'kept/s',
      floor: round(perSecond(floor), 0),
      floorIs: 'reading the same names',
      ratio: round(perSecond(samples) / perSecond(floor), 3),
    },
    {
      what: 'alternatives for one name',
      p50: round(percentile(samples, 0.5) / asked.length, 2),
      p95: round(percentile(samples, 0.95) / asked.length, 2),
      unit: 'ms',
      floor: round(percentile(floor, 0.5) / asked.length, 2),
      floorIs: 'reading the same names',
      ratio: round(percentile(samples, 0.5) / percentile(floor, 0.5), 1),
    },
  ];
}
