import type { Catalogue, Extension } from './extension';

/**
 * The extension of a name as stored: one A-label, a dot, and an extension of the catalogue. What people type
 * is read by `domainName` instead. A dot and an extension alone will do too.
 *
 * @example extensionOf('saltwhistle.co.uk', catalogue)?.label // 'co.uk'
 */
export function extensionOf<Known extends Extension>(name: string, catalogue: Catalogue<Known>): Known | undefined {
  return catalogue.get(name.slice(name.indexOf('.') + 1));
}
