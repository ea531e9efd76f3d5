import ical from 'ical-generator';
import type { Lifecycle } from '@tienda/core/catalogue/extension';
import { toULabel } from '@tienda/core/idna/idna';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { nextTryOn } from '@tienda/core/lifecycle/renewalCare';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { Language } from '@tienda/core/accounts/language';
import { addDays, type IsoDate } from '@tienda/core/time/isoDate';
import { amountText, textsIn } from '../../platform/texts/texts';
import type { HeldName } from '../held/store';

/** A name held, with the days of its extension. */
export interface CalendarName extends HeldName {
  readonly lifecycle: Lifecycle;
}

/**
 * What falls due about names, as a calendar (RFC 5545): when each ends, when auto-renew charges, and until when one that
 * ended can still be renewed. The same event has the same UID each time that it is fetched.
 *
 * @param url where names are seen
 */
export function writeCalendar(
  names: readonly CalendarName[],
  language: Language,
  now: Date,
  today: IsoDate,
  url: string,
): string {
  const words = textsIn(language).calendar;
  const calendar = ical({ name: words.title, prodId: { company: 'Tienda', product: 'Names', language } });
  for (const held of names) {
    const { id, name, expiresOn, autoRenew, stage, care, lifecycle } = held;
    const unicode = toULabel(name);
    const event = (what: string, on: IsoDate, summary: string, description = '') =>
      calendar.createEvent({
        id: `${id}-${what}@tienda`,
        start: dayOf(on),
        end: dayOf(addDays(on, 1)),
        allDay: true,
        stamp: now,
        summary,
        description,
        url: `${url}/${name}`,
      });
    if (!canRenew(stage)) continue;
    const charged = autoRenew ? nextTryOn(held, lifecycle, today) : undefined;
    if (charged !== undefined) {
      const told = care.told && amountText(care.told.amount, care.told.currency);
      event('charge', charged, words.renews(unicode), told === undefined ? words.toldLater : words.told(told));
    }
    if (expiresOn >= today) event('end', expiresOn, autoRenew ? words.termEnds(unicode) : words.ends(unicode));
    const { redemptionFrom } = afterExpiry(expiresOn, lifecycle);
    if (!autoRenew && redemptionFrom > expiresOn) event('last', addDays(redemptionFrom, -1), words.lastDay(unicode));
  }
  return calendar.toString();
}

function dayOf(day: IsoDate): Date {
  return new Date(`${day}T00:00:00Z`);
}
