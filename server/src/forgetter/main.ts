import { setTimeout as pause } from 'node:timers/promises';
import { readForgetterConfig } from '../platform/config';
import { Notifications } from '../platform/db/notifications';
import { zoneChanges } from '../platform/db/schema';
import { openLog } from '../platform/http/log';
import { tell } from './controlSocket';
import { Forgetting } from './forgetting';

/**
 * Beside each name server: tells it which zones have changed, so that it may keep its answers until then, and goes on with
 * them where the database is away.
 */
const retryMs = 500;
const { directDatabaseUrl, logLevel, controlSocket } = readForgetterConfig();
const log = openLog(logLevel);
const forgetting = new Forgetting(async (zone) => {
  await tell(controlSocket, zone === undefined ? 'PURGE' : `PURGE ${zone}$`);
});
const notifications = new Notifications(directDatabaseUrl, log);
await notifications.subscribe(zoneChanges, (zone) => forgetting.tell(zone));
// It waits for the database as long as that takes: the name server goes on meanwhile.
setInterval(() => undefined, 60_000);
for (let isOpen = false; !isOpen;) {
  isOpen = await notifications.open().then(
    () => true,
    async (fault: unknown) => {
      log.warn({ err: fault }, 'the database is away');
      await pause(retryMs);
      return false;
    },
  );
}
// What was told before nobody listened is not told again.
forgetting.tell('');
log.info({ controlSocket }, 'changes are told on');

for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => process.exit(0));
