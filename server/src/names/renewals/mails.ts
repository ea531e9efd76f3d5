import { nextTryOn, type DueCare, type ToldCharge } from '@tienda/core/lifecycle/renewalCare';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { ToldName } from '../held/mails';
import type { Mail } from '../../platform/outbox/mail';
import type { Texts } from '../../platform/texts/en';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

type Words = Texts['renewals'];

/** A name whose renewal is told: what is due, and what was told before. */
export interface ToldRenewal extends ToldName {
  readonly due: DueCare;
  readonly before: ToldCharge | undefined;
}

/** What renews by itself, for how much and when; and what ends, and until when it can be saved. */
export function careMail(
  { email, language }: Reader,
  names: readonly ToldRenewal[],
  today: IsoDate,
  url: string,
): Mail {
  const words = textsIn(language).renewals;
  const renews = names.filter(({ due }) => due.tells);
  const ends = names.filter(({ due }) => due.reminds);
  return {
    to: email,
    subject: subjectOf(words, renews, ends),
    text: textOf(
      ...(renews.length > 0
        ? [words.renews, '', ...renews.map((one) => renewsLine(words, one, today)), '', words.pays, '']
        : []),
      ...(ends.length > 0 ? [words.ends, '', ...ends.map((one) => endsLine(words, one)), ''] : []),
      words.change(url),
    ),
  };
}

function subjectOf(words: Words, renews: readonly ToldName[], ends: readonly ToldName[]): string {
  const [first] = ends.length > 0 ? ends : renews;
  const count = renews.length + ends.length;
  if (!first || count > 1) return ends.length > 0 ? words.subjects.ends(count) : words.subjects.renews(count);
  return ends.length > 0 ? words.subject.ends(first.unicode, first.expiresOn) : words.subject.renews(first.unicode);
}

function renewsLine(words: Words, { unicode, expiresOn, lifecycle, due, before }: ToldRenewal, today: IsoDate): string {
  const { told } = due.care;
  if (!told) throw new Error(`${unicode} is told and has no charge`);
  const charge = amountText(told.amount, told.currency);
  const on = due.tries ? today : nextTryOn({ expiresOn, care: due.care }, lifecycle, today);
  const line = words.renewsLine(unicode, charge, on ?? expiresOn, expiresOn);
  const isMore = before && (before.currency !== told.currency || before.amount < told.amount);
  return `  ${line}${isMore ? ` ${words.wasTold(amountText(before.amount, before.currency))}` : ''}`;
}

function endsLine(words: Words, { unicode, expiresOn, lifecycle }: ToldName): string {
  const { redemptionFrom, pendingDeleteFrom } = afterExpiry(expiresOn, lifecycle);
  return `  ${words.endsLine(unicode, expiresOn, redemptionFrom, pendingDeleteFrom)}`;
}

/** A renewal that nothing paid: what happened, and what happens next and when. */
export interface UnpaidName extends ToldName {
  readonly nextTry: IsoDate | undefined;
}

/** @param said the bank's words; left out where there was nothing to pay with */
export function unpaidMail(
  { email, language }: Reader,
  names: readonly UnpaidName[],
  said: string | undefined,
  url: string,
): Mail {
  const words = textsIn(language).renewals;
  const [first] = names;
  return {
    to: email,
    subject: names.length === 1 && first ? words.unpaidSubject(first.unicode) : words.unpaidSubjects(names.length),
    text: textOf(
      said === undefined ? words.noWay : words.refused(said),
      '',
      ...names.map(({ unicode, expiresOn, lifecycle, nextTry }) => {
        const { redemptionFrom } = afterExpiry(expiresOn, lifecycle);
        const next = nextTry === undefined ? words.noMoreTries(redemptionFrom) : words.nextTry(nextTry);
        return `  ${words.unpaidLine(unicode, expiresOn, next)}`;
      }),
      '',
      words.payNow(url),
    ),
  };
}

const textOf = (...lines: readonly string[]) => `${lines.join('\n')}\n`;
