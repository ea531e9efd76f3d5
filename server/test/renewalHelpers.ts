import { orderNames, tokenFor, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { unique, type ServerProcess } from './serverProcess';

export const good = '4539 0000 1111 0006';
export const declines = '4539 0000 1111 0014';

/** Somebody who holds names for a year, each with auto-renew or without. */
export async function holder(
  server: ServerProcess,
  wanted: Readonly<Record<string, boolean>>,
  cards: readonly string[],
) {
  const { visitor, email } = await server.member();
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const names = Object.entries(wanted).map(([start, autoRenew]) => ({ name: `${unique(start)}.org`, autoRenew }));
  const paidWith = async (card: string, keep: boolean) => ({
    payment: { method: 'card', token: await tokenFor(paymentsUrl, card), keep },
  });
  const keepsGood = cards.includes(good);
  await untilEnded(visitor, (await orderNames(visitor, names, await paidWith(good, keepsGood))).id);
  // Kept with an order that it did not pay; the card kept last is asked first.
  if (cards.includes(declines))
    await untilEnded(
      visitor,
      (await orderNames(visitor, [{ name: `${unique('spare')}.org` }], await paidWith(declines, true))).id,
    );
  await emptyInto(visitor);
  const nameOf = (start: string) => names.find(({ name }) => name.startsWith(`${start}-`))?.name ?? '';
  return {
    visitor,
    email,
    nameOf,
    held: (start: string) => visitor.expect(200, 'GET', `/api/me/names/${nameOf(start)}`),
  };
}

/** What a declined order put back. */
async function emptyInto(visitor: Visitor): Promise<void> {
  for (const { name } of (await visitor.expect(200, 'GET', '/api/basket')).lines)
    await visitor.send('DELETE', `/api/basket/${name}`);
}

export const today = async (visitor: Visitor): Promise<string> =>
  (await visitor.expect(200, 'GET', '/api/demo/clock')).now.slice(0, 10);

export async function moveTo(visitor: Visitor, day: string): Promise<void> {
  const advanceDays = Math.round((Date.parse(day) - Date.parse(await today(visitor))) / 86_400_000);
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays });
}

export async function subjectsTo(visitor: Visitor, email: string, about: RegExp): Promise<string[]> {
  const mails: { subject: string; text: string }[] = await visitor.expect(
    200,
    'GET',
    `/api/demo/inbox?to=${encodeURIComponent(email)}`,
  );
  return mails.filter(({ subject, text }) => about.test(`${subject} ${text}`)).map(({ subject }) => subject);
}

export async function mailAbout(visitor: Visitor, email: string, subject: RegExp): Promise<string> {
  const mails: { subject: string; text: string }[] = await visitor.expect(
    200,
    'GET',
    `/api/demo/inbox?to=${encodeURIComponent(email)}`,
  );
  const found = mails.find((mail) => subject.test(mail.subject));
  if (!found) throw new Error(`No mail ${subject} among ${mails.map((mail) => mail.subject).join(' | ')}`);
  return found.text;
}
