import type { AfterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';

const words = texts.names;

/** Grace, redemption and deletion as sentences with dates; what an extension does not have is left out. */
export function lifeSentences({ graceFrom, redemptionFrom, pendingDeleteFrom, freeFrom }: AfterExpiry): string[] {
  return [
    graceFrom === redemptionFrom
      ? words.noGrace(dateText(graceFrom))
      : words.grace(dateText(graceFrom), dateText(redemptionFrom)),
    ...(pendingDeleteFrom > redemptionFrom
      ? [words.redemption(dateText(redemptionFrom), dateText(pendingDeleteFrom))]
      : []),
    words.free(dateText(freeFrom)),
  ];
}
