import type { Catalogue } from '../catalogue/extension';
import { domainName } from './domainName';
import { toALabel, withPlainDots } from '../idna/idna';

/**
 * What is held side by side, as it is kept: a name, or an extension with a leading dot, as A-labels. Undefined where
 * it is neither.
 *
 * @example lineupItem('Bücher.org', catalogue) // 'xn--bcher-kva.org'
 * @example lineupItem('.boats', catalogue) // '.boats'
 */
export function lineupItem(typed: string, catalogue: Catalogue): string | undefined {
  const text = withPlainDots(typed.trim());
  if (!text.startsWith('.')) {
    const read = domainName(text, catalogue);
    return read.kind === 'name' ? read.name : undefined;
  }
  const label = toALabel(text.slice(1));
  return label !== undefined && catalogue.has(label) ? `.${label}` : undefined;
}
