import type { ShownName } from '@tienda/core/names/shownName';
import { texts } from '../../texts/texts';

const words = texts.names.privacy;

/** Privacy as it stands for a name, in two words. */
export function privacyWords({ privacy, privacyPolicy }: ShownName): string {
  if (privacyPolicy === 'hiddenByRegistry' || privacyPolicy === 'notAllowed') return words[privacyPolicy];
  return privacy ? words.on : words.off;
}
