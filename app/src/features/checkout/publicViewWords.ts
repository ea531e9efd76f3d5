import type { PrivacyPolicy } from '@tienda/core/catalogue/extension';
import { heldBack } from '@tienda/core/rdap/publicHolder';
import { texts } from '../../texts/texts';

/** What the public sees of a holder, in a few words. */
export function publicViewWords(privacy: boolean, policy: PrivacyPolicy): string {
  const review = texts.checkout.review;
  const why = heldBack(policy, !privacy);
  if (why === undefined) return review.publicShown;
  return why === 'byRegistry' ? review.publicRegistry : review.publicHidden;
}
