import Router from '@koa/router';
import type { Logger } from 'pino';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { readFaults } from '../platform/faults';
import { serveHttp } from '../platform/http';
import { registrars } from './background';
import { certificateIn } from './certificate';
import { startEppServer } from './eppServer';
import { registries } from './registries';
import { RegistryHosts } from './hosts';
import type { RegistryKeeper } from './keeper';
import { RegistryMessages } from './messages';
import { RegistryStore } from './store';
import { ParentZones, parentsRouter } from './parents';
import { readPast, remember } from './pastStore';
import { RegistrySwitches } from './switches';
import { decideDue, RegistryTransfers } from './transfers';
import { zoneFileRouter } from './zoneFiles';
import { RegistryZones } from './zones';

/** How often a reviewing registry looks for reviews that are over, and all for transfers that nobody decided on. */
const decideEveryMs = 500;
const transfersEveryMs = 2000;

/** Starts every registry on a port of its own, the switchboard for their faults and their clock, and their zone files. */
export async function startRegistries(
  config: StandInConfig,
  database: Database,
  log: Logger,
): Promise<readonly RegistryKeeper[]> {
  const { key, certificate } = await certificateIn(config.tlsDirectory);
  const switches = await RegistrySwitches.load(
    database,
    registries.map(({ id }) => id),
  );
  const { now, repriced } = switches;
  const keepers: RegistryKeeper[] = [];
  const transfersOf = new Map<string, RegistryTransfers>();
  for (const [index, registry] of registries.entries()) {
    const store = new RegistryStore(database, registry, now);
    await store.seed();
    const transfers = new RegistryTransfers(database, registry, now);
    const hosts = new RegistryHosts(database, registry, now);
    keepers.push({ registry, store, hosts, zones: new RegistryZones(database, registry, hosts, now) });
    if (registry.reviewMs !== undefined) fromTimeToTime(() => store.decide(), decideEveryMs, log);
    transfersOf.set(registry.id, transfers);
    await startEppServer({
      registry,
      store,
      hosts,
      messages: new RegistryMessages(database, registry),
      transfers,
      key,
      certificate,
      log,
      host: config.host,
      port: config.registryPort + index,
      pace: config.pace,
      passwords: Object.fromEntries(registrars.map((client) => [client, config.registryPassword])),
      sessionsByClient: new Map(),
      repriced,
      faults: switches.faults(registry.id),
      checks: { count: 0 },
      now,
    });
    log.info({ registry: registry.id, port: config.registryPort + index }, 'registry listens');
  }
  fromTimeToTime(() => decideDue(database, transfersOf, now()), transfersEveryMs, log);
  const router = new Router();
  router.put('/faults/:registry', async (ctx) => {
    await switches.setFaults(String(ctx.params['registry']), readFaults(ctx.request.body));
    ctx.status = 204;
  });
  router.put('/prices/:name', async (ctx) => {
    const { create, renew } = { create: 0, renew: 0, ...(ctx.request.body as object) };
    if (![create, renew].every((amount) => Number.isSafeInteger(amount) && amount > 0))
      throw new TypeError('create and renew are US cents');
    await switches.setPrice(String(ctx.params['name']), { create, renew });
    ctx.status = 204;
  });
  router.put('/names', async (ctx) => {
    await remember(database, readPast(ctx.request.body), now());
    ctx.status = 204;
  });
  router.put('/clock', async (ctx) => {
    const { days } = { days: 0, ...(ctx.request.body as object) };
    if (!Number.isInteger(days) || days < 0) throw new TypeError('days is a whole number');
    await switches.setDaysAhead(days);
    ctx.status = 204;
  });
  await serveHttp(router, config.host, config.registryControlPort, log);
  const parents = new ParentZones(
    keepers,
    { secret: config.parentsKey, mailKey: config.mailKey, ttl: config.parentsTtl },
    now,
  );
  await serveHttp(parentsRouter(parents), config.host, config.parentsPort, log);
  await serveHttp(zoneFileRouter(keepers, config.zonesPassword, log), config.host, config.zonesPort, log);
  return keepers;
}

function fromTimeToTime(decide: () => Promise<void>, everyMs: number, log: Logger): void {
  const again = () => setTimeout(() => fromTimeToTime(decide, everyMs, log), everyMs).unref();
  decide().then(again, (fault: unknown) => {
    log.warn({ err: fault }, 'what was due could not be decided');
    again();
  });
}
