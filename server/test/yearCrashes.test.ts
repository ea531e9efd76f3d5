import fc from 'fast-check';
import { setTimeout as pause } from 'node:timers/promises';
import { addDays, addYears, daysBetween } from '@tienda/core/time/isoDate';
import { orderNames, tokenFor, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { declines, good, today } from './renewalHelpers';
import { ownShop } from './ownShop';
import { fault, intentsOf, unique } from './serverProcess';

/** `npm run chaos` goes through a whole year, day by day; here it is some weeks in longer steps. */
const isLong = Number(process.env['TIENDA_CHAOS_RUNS'] ?? 10) >= 50;
const days = isLong ? 365 : 40;
const longestStep = isLong ? 1 : 6;
/** The same seed makes the same course. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261127);
/** Within so long what falls due on a step is told, ordered, paid and carried out. */
const stepMs = 500;

interface Listed {
  readonly name: string;
  readonly expiresOn: string;
  readonly autoRenew: boolean;
  readonly stage: string;
  readonly autoRenewal?: { readonly told?: { readonly amount: number }; readonly failed?: object };
}
interface Ordered {
  readonly id: string;
  readonly total: number;
  readonly status: string;
  readonly ended: boolean;
  readonly lines: readonly { readonly kind: string; readonly name: string; readonly state: { readonly at: string } }[];
}

let visitor: Visitor;

afterAll(async () => {
  await calm();
});
const shop = ownShop(28, { TIENDA_SWEEP_SECONDS: '3600', TIENDA_LEASE_SECONDS: '2' });

const names = (): Promise<Listed[]> => visitor.expect(200, 'GET', '/api/me/names');
const orders = (): Promise<Ordered[]> => visitor.expect(200, 'GET', '/api/me/orders');

/** Of all registries and the bank. */
async function calm(): Promise<void> {
  const registries: { registry: string }[] = await visitor.expect(200, 'GET', '/api/extensions');
  for (const standIn of [...new Set(registries.map(({ registry }) => registry)), 'payments'])
    await fault(visitor, standIn);
}

/** What goes wrong on the way. */
const step = fc.record({
  days: fc.integer({ min: 1, max: longestStep }),
  /** The server is killed so long after the clock was moved. */
  death: fc.option(fc.integer({ min: 0, max: stepMs }), { freq: 6 }),
  trouble: fc.option(
    fc.constantFrom<readonly [string, string, string]>(
      ['registry', 'renewDomain', 'dropAfter'],
      ['registry', 'renewDomain', 'dropBefore'],
      ['registry', 'infoDomain', 'garble'],
      ['payments', 'begin', 'dropAfter'],
      ['payments', 'capture', 'dropAfter'],
      ['payments', 'capture', 'dropBefore'],
    ),
    { freq: 2 },
  ),
});

/**
 * What has to have become of a name by a day, told apart from what the shop computes with: one that renews by itself is
 * paid a year further whenever thirty days are left (where that try was before, a week), any other one runs out.
 */
function expected({ expiresOn, autoRenew, autoRenewal }: Listed, on: string): { ends: string; stages: string[] } {
  let ends = expiresOn;
  let lead = autoRenewal?.failed ? 7 : 30;
  while (autoRenew && daysBetween(on, ends) <= lead) {
    ends = addYears(ends, 1);
    lead = 30;
  }
  const over = daysBetween(ends, on);
  if (over < 0) return { ends, stages: ['active'] };
  if (over < 45) return { ends, stages: ['grace'] };
  if (over < 75) return { ends, stages: ['redemption'] };
  return { ends, stages: ['pendingDelete', 'gone'] };
}

/** Notes what was told last of each renewal: amounts by name and the end of its term, from the latest mails alone. */
async function listen(email: string, amounts: Map<string, number>): Promise<void> {
  const mails: { text: string }[] = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${encodeURIComponent(email)}`);
  for (const { text } of [...mails].reverse())
    for (const [, name = '', amount = '', ends = ''] of text.matchAll(
      /^ {2}(\S+): ([\d.]+) EUR on \S+; its term ends on (\S+)\./gm,
    ))
      amounts.set(`${name} ${ends}`, Math.round(Number(amount) * 100));
}

test(
  `${days} days of the studio with cards that fail, registries and banks that are silent, servers that die (seed ${seed})`,
  async () => {
    const member = await shop.server.member();
    ({ visitor } = member);
    await visitor.expect(200, 'POST', '/api/me/demo/studio', {});
    const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
    // The one kept last is asked first, and says no each time.
    for (const card of [good, declines]) {
      const payment = { method: 'card', token: await tokenFor(paymentsUrl, card), keep: true };
      await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('spare')}.org` }], { payment })).id);
    }
    const before = (await names()).filter(({ name }) => !name.startsWith('spare-'));
    const earlier = new Set((await orders()).map(({ id }) => id));
    const from = await today(visitor);
    const registries: { registry: string }[] = await visitor.expect(200, 'GET', '/api/extensions');
    const some = [...new Set(registries.map(({ registry }) => registry))];

    // More steps than days: one in which the server dies may not have come about.
    const most = 2 * days;
    const course = fc.sample(fc.array(step, { minLength: most, maxLength: most }), { seed, numRuns: 1 })[0] ?? [];
    const amounts = new Map<string, number>();
    for (const { days: further, death, trouble } of course) {
      await listen(member.email, amounts);
      if (daysBetween(from, await today(visitor)) >= days) break;
      if (trouble) {
        const [who, on, kind] = trouble;
        for (const standIn of who === 'payments' ? ['payments'] : some)
          await fault(visitor, standIn, { on, kind, times: 1 });
      }
      const moving = visitor.send('POST', '/api/demo/clock', { advanceDays: further }).catch(() => undefined);
      if (death === null) await moving;
      else {
        await pause(death);
        await shop.server.end('SIGKILL');
        await moving;
        await shop.start({ TIENDA_SWEEP_SECONDS: '1' });
      }
    }
    await calm();
    await shop.server.end();
    await shop.start({ TIENDA_SWEEP_SECONDS: '1' });
    const on = await today(visitor);
    const lag = async () =>
      (await names()).filter(
        ({ name, expiresOn }) =>
          before.some((one) => one.name === name && expected(one, on).ends !== expiresOn) && !name.startsWith('spare-'),
      );
    for (const end = Date.now() + 150_000; Date.now() < end; await pause(500))
      if ((await lag()).length === 0 && (await orders()).every(({ ended }) => ended)) break;

    const after = new Map((await names()).map((one) => [one.name, one]));
    for (const one of before) {
      const { ends, stages } = expected(one, on);
      const now = after.get(one.name);
      expect([one.name, now?.expiresOn ?? ends]).toEqual([one.name, ends]);
      expect([one.name, stages.includes(now?.stage ?? 'gone')]).toEqual([one.name, true]);
    }
    // Each renewal is in one order, paid once, for no more than was told.
    await listen(member.email, amounts);
    const known = new Map(before.map((one) => [one.name, one]));
    const renewals = new Map<string, number>();
    for (const { id, total, status, lines } of (await orders()).reverse()) {
      if (earlier.has(id)) continue;
      const captured = (await intentsOf(id)).reduce((sum, intent) => sum + intent.captured, 0);
      const done = lines.filter(({ state }) => state.at === 'done');
      if (done.length === 0) expect([id, captured]).toEqual([id, 0]);
      // What a registry was silent about for too long was let go, and is in a later order.
      else if (done.length < lines.length) expect([id, status, captured < total]).toEqual([id, 'partlyDone', true]);
      else expect([id, captured]).toEqual([id, total]);
      let mostAllowed = 0;
      for (const { name } of done) {
        const one = known.get(name);
        if (!one) throw new Error(`${name} was renewed and never held`);
        const years = renewals.get(name) ?? 0;
        renewals.set(name, years + 1);
        const ends = addYears(one.expiresOn, years);
        const toldOf = amounts.get(`${name} ${ends}`) ?? (years === 0 ? one.autoRenewal?.told?.amount : undefined);
        expect([name, ends, toldOf !== undefined]).toEqual([name, ends, true]);
        mostAllowed += toldOf ?? 0;
      }
      expect([id, captured <= mostAllowed]).toEqual([id, true]);
    }
    const years = ({ name, expiresOn }: Listed) =>
      Number((after.get(name)?.expiresOn ?? expiresOn).slice(0, 4)) - Number(expiresOn.slice(0, 4));
    expect(before.map((one) => [one.name, renewals.get(one.name) ?? 0])).toEqual(
      before.map((one) => [one.name, years(one)]),
    );
    expect(addDays(from, days) <= on).toBe(true);
    expect([...renewals.values()].length).toBeGreaterThan(10);
  },
  180_000 + days * 10_000,
);
