import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { CatalogueReader } from '../../find/catalogue/catalogue';

/** The extension of a name that is held. @throws Error where the catalogue has it no more */
export function extensionOfHeld(name: string, catalogue: CatalogueReader): WholeExtension {
  const extension = extensionOf(name, catalogue.current());
  if (!extension) throw new Error(`${name} is held and has no extension`);
  return extension;
}
