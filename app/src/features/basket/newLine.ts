import type { Extension } from '@tienda/core/catalogue/extension';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { BasketLine } from '@tienda/core/basket/basketLine';

/**
 * A name as it is put in the basket: the shortest term, privacy where it is free, auto-renew on; nothing
 * that costs extra.
 */
export function newLine(name: string, unicode: string, extension: Extension, answer: RegistryAnswer): BasketLine {
  return {
    name,
    unicode,
    years: Math.min(...extension.terms.register),
    privacy: extension.privacy.policy === 'included',
    autoRenew: true,
    answer,
  };
}
