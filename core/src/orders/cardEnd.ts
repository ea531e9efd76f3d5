import { addDays, type IsoDate } from '../time/isoDate';

/** So long before a card runs out its holder is told. */
export const cardNoticeDays = 90;

/** The last day on which a card is good. @param month `YYYY-MM` */
export function cardGoodUntil(month: string): IsoDate {
  const [year = 0, number = 1] = month.split('-').map(Number);
  const next = number === 12 ? `${year + 1}-01-01` : `${year}-${String(number + 1).padStart(2, '0')}-01`;
  return addDays(next, -1);
}

/** True where a card has run out, or does so before long. */
export function cardEndsSoon(month: string, today: IsoDate): boolean {
  return cardGoodUntil(month) <= addDays(today, cardNoticeDays);
}

/** The last month whose cards are told of on a day. @returns `YYYY-MM` */
export function monthToTell(today: IsoDate): string {
  const last = addDays(today, cardNoticeDays);
  const month = last.slice(0, 'YYYY-MM'.length);
  if (cardGoodUntil(month) <= last) return month;
  return addDays(`${month}-01`, -1).slice(0, 'YYYY-MM'.length);
}
