import fc from 'fast-check';
import { setTimeout as pause } from 'node:timers/promises';
import { addDays } from '@tienda/core/time/isoDate';
import { good, holder, mailAbout, moveTo } from './renewalHelpers';
import { ownShop } from './ownShop';
import { intentsOf } from './serverProcess';

/** How many runs; `npm run chaos` makes many more. */
const runs = Math.ceil(Number(process.env['TIENDA_CHAOS_RUNS'] ?? 10) / 10);
/** The same seed makes the same runs. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261127);
/** Within so long the renewals of a day are told, ordered, paid and carried out. */
const dayMs = 600;

const shop = ownShop(12, { TIENDA_SWEEP_SECONDS: '3600', TIENDA_LEASE_SECONDS: '2' });

test(
  `servers that die while renewals fall due, ${runs} times (seed ${seed}): each name is renewed once, for what was told`,
  async () => {
    const deaths = fc.sample(fc.array(fc.integer({ min: 0, max: dayMs }), { minLength: 1, maxLength: 3 }), {
      seed,
      numRuns: runs,
    });
    for (const lives of deaths) {
      const { visitor, email, held } = await holder(shop.server, { yawl: true, ketch: true }, [good]);
      const { expiresOn } = await held('yawl');
      await moveTo(visitor, addDays(expiresOn, -31));
      const before: unknown[] = await visitor.expect(200, 'GET', '/api/me/orders');
      for (const ms of lives) {
        const moving = moveTo(visitor, addDays(expiresOn, -30)).catch(() => undefined);
        await pause(ms);
        await shop.server.end('SIGKILL');
        await moving;
        await shop.start({ TIENDA_SWEEP_SECONDS: '1' });
      }
      await moveTo(visitor, addDays(expiresOn, -30));
      for (const end = Date.now() + 150_000; Date.now() < end; await pause(200))
        if ((await held('yawl')).expiresOn > expiresOn && (await held('ketch')).expiresOn > expiresOn) break;
      const renewed = [await held('yawl'), await held('ketch')].map((one) => one.expiresOn);
      const later = `${Number(expiresOn.slice(0, 4)) + 1}${expiresOn.slice(4)}`;
      expect(renewed).toEqual([later, later]);
      // All in one order, charged what was told of each.
      await moveTo(visitor, addDays(expiresOn, 11));
      const orders = await visitor.expect(200, 'GET', '/api/me/orders');
      expect(orders).toHaveLength(before.length + 1);
      const [intent, ...others] = await intentsOf(orders[0].id);
      expect([intent?.captured, others]).toEqual([2214, []]);
      expect(await mailAbout(visitor, email, /^2 names renew by themselves/)).toContain(': 11.07 USD on ');
      await shop.server.end();
      await shop.start({ TIENDA_SWEEP_SECONDS: '3600' });
    }
  },
  120_000 + runs * 400_000,
);
