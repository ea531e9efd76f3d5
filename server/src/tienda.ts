import { leaveFor, type Scope } from '@tienda/core/accounts/actor';
import { setTimeout as pause } from 'node:timers/promises';
import type Koa from 'koa';
import type { Logger } from 'pino';
import { openDemo } from './demo/openDemo';
import { sendClock } from './demo/routes';
import { openFind } from './find/openFind';
import { openGateways } from './gateways/openGateways';
import { openMoney } from './money/openMoney';
import { NameStore } from './names/held/store';
import { openMoves } from './names/moves/openMoves';
import { openNames } from './names/openNames';
import type { AccountService } from './people/accounts/service';
import { openPeople } from './people/openPeople';
import type { DemoClock } from './platform/clock/clock';
import type { Config } from './platform/config';
import type { Helping } from './people/helpers/service';
import { sessionOf, type Route } from './platform/http/route';
import { createApp } from './platform/http/app';
import { healthRoutes, Readiness } from './platform/http/health';
import { Sweeper } from './platform/jobs/sweeper';
import { openPlatform } from './platform/openPlatform';

const version = '0.1.0';

/** How long chores, orders and mails under way are waited for when the server closes. */
const closingMs = 4000;

export interface Tienda {
  readonly app: Koa;
  readonly clock: DemoClock;
  readonly accounts: AccountService;
  /** No more visitors are to be sent here. */
  drain(): void;
  close(): Promise<void>;
}

/** Where a helper has changed something, whoever they help is told, if they want to be. */
function tellingOwner(route: Route, helping: Helping): Route {
  // What may be done by whoever may only look changes nothing.
  const { needs } = route;
  const leave: readonly Scope[] = needs ? leaveFor[needs] : ['see'];
  if (route.method === 'get' || leave.includes('see')) return route;
  return {
    ...route,
    serve: async (ctx) => {
      await route.serve(ctx);
      const help = sessionOf(ctx)?.help;
      const params: Readonly<Record<string, string>> = ctx['params'];
      if (help) await helping.did(help, params['name']);
    },
  };
}

/** The house: each wing stands on those before it, and is told here what it needs of those after it. */
export async function openTienda(config: Config, log: Logger): Promise<Tienda> {
  const platform = await openPlatform(config, log);
  const gateways = openGateways(config);
  const people = openPeople(platform);
  const held = new NameStore(platform.database);
  const find = await openFind(platform, gateways, people, (day) => held.registeredSince(day));
  const moves = openMoves(platform, gateways, find);
  const money = openMoney(platform, gateways, people, find, held, moves);
  const names = await openNames(platform, gateways, people, find, money, held, moves);
  const reception = people.receive(money.custom, [names.kept, money.kept, find.kept], names.reachProblems);

  const { clock, sessions, limits, database, attention, leases } = platform;
  const readiness = new Readiness();
  const wings = [find, money, reception, names];
  const chores = [...platform.chores, ...wings.flatMap((wing) => wing.chores)];
  const sweeper = new Sweeper(leases, chores, config.sweepSeconds * 1000, log);
  const routes = [
    ...healthRoutes(database, [...gateways.registries.values()], attention, readiness, version),
    ...wings.flatMap((wing) => wing.routes).map((route) => tellingOwner(route, reception.helping)),
    ...(config.demo ? openDemo(platform, find.catalogue, people.accounts, names.days) : []),
  ];
  if (config.demo) await sendClock(config, clock);
  names.start();
  sweeper.start();
  return {
    app: createApp(config, routes, sessions, limits, log, version),
    clock,
    accounts: people.accountService,
    drain: () => readiness.close(),
    close: async () => {
      // What is under way is taken up again by another process, or by this one the next time.
      const stopped = Promise.all([sweeper.stop(), names.stop(), platform.outbox.close()]);
      await Promise.race([stopped, pause(closingMs, undefined, { ref: false })]);
      gateways.close();
      await money.close();
      await platform.close();
    },
  };
}
