import type { Agreement } from './extension';
import agreementsFile from './data/agreements.json';
import extensionsFile from './data/extensions.json';
import type { ExtensionEntry } from './readCatalogue';
import { readEntries } from './readEntries';

/** The extensions that ship with Tienda: real labels, made-up prices and rules. */
export const extensionEntries: readonly ExtensionEntry[] = readEntries(extensionsFile);

/** The registries' terms that ship with Tienda. */
export const agreements: readonly Agreement[] = agreementsFile;
