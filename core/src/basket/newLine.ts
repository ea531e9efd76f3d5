import type { Extension } from '../catalogue/extension';
import type { RegistryAnswer } from '../names/availability';
import type { BasketLine } from './basketLine';

/**
 * A name as it is put in the basket: the shortest term, privacy where it is free, auto-renew as the account
 * has it; nothing that costs extra.
 */
export function newLine(
  name: string,
  unicode: string,
  extension: Extension,
  autoRenew: boolean,
  answer?: RegistryAnswer,
): BasketLine {
  return {
    name,
    action: 'register',
    unicode,
    years: Math.min(...extension.terms.register),
    privacy: extension.privacy.policy === 'included',
    autoRenew,
    ...(answer ? { answer } : {}),
  };
}
