import { IsArray, IsIn, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { daysBetween, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Days } from '../names/openNames';
import type { DemoClock } from '../platform/clock/clock';
import type { Config } from '../platform/config';
import type { RegistryShare } from './studio/studio';
import { badField, Problem } from '../platform/http/problem';
import { accountRoute, route, type Route } from '../platform/http/route';
import { ListOf, MayBeLeftOut } from '../platform/http/readModel';

/** Holders are reminded and offers answered between the days of names: no more than this is passed by at once. */
const mostDaysAtOnce = 7;

class AdvanceModel {
  @IsInt({ message: 'advanceDays is a whole number.' })
  @Min(0, { message: 'The demo clock moves forward only.' })
  @Max(3660, { message: 'At most ten years at once.' })
  advanceDays!: number;
}

class FaultModel {
  @IsString()
  @MaxLength(40)
  on!: string;

  @IsIn(['delay', 'dropBefore', 'dropAfter', 'refuse', 'garble', 'duplicate', 'outOfOrder'])
  kind!: string;

  @MayBeLeftOut()
  @IsInt()
  @Min(0)
  ms?: number;

  @MayBeLeftOut()
  @IsInt()
  code?: number;

  @MayBeLeftOut()
  @IsInt()
  @Min(1)
  times?: number;
}

class FaultsModel {
  /** A registry's id, `payments` or `mail`. */
  @IsString()
  @MaxLength(40)
  standIn!: string;

  @IsArray()
  @ListOf(FaultModel)
  faults!: FaultModel[];
}

class PricesModel {
  @IsString()
  @MaxLength(253)
  name!: string;

  /** US cents. */
  @IsInt()
  @Min(1)
  create!: number;

  /** US cents. */
  @IsInt()
  @Min(1)
  renew!: number;
}

/** Loads what the studio of the demo looks after into an account. @returns false where it holds names already */
export type LoadStudio = (accountId: string) => Promise<boolean>;

/** What only the demo offers: its mailbox, its clock, and the switches that make the outside misbehave. */
export function demoRoutes(config: Config, clock: DemoClock, days: Days, studio: LoadStudio): Route[] {
  return [
    route(
      'get',
      '/api/demo/inbox',
      {
        summary: 'Mails of the demo, the latest first',
        query: { to: { description: 'A mail address; all when left out' } },
      },
      async ({ ctx }) => {
        const to = ctx.query['to'];
        const url = new URL('/messages', config.mailUrl);
        if (typeof to === 'string') url.searchParams.set('to', to);
        const response = await reach(url, 'GET');
        return { body: await response.json() };
      },
    ),
    route('get', '/api/demo/clock', { summary: 'The demo clock' }, async () => ({ body: shown(clock) })),
    route(
      'post',
      '/api/demo/clock',
      {
        summary: 'Moves the demo clock forward; all that falls due on the way happens on its day',
        model: AdvanceModel,
      },
      async ({ body }) => {
        for (let left = body.advanceDays; left > 0;) {
          const step = Math.min(left, daysUntil(await days.next(), clock));
          await clock.advance(step);
          await sendClock(config, clock);
          await days.seeTo();
          left -= step;
        }
        return { body: shown(clock) };
      },
    ),
    route(
      'post',
      '/api/demo/prices',
      { summary: 'Makes a name premium at its registry, at these prices', model: PricesModel },
      async ({ body: { name, create, renew } }) => {
        await reach(`${config.registryControlUrl}/prices/${encodeURIComponent(name)}`, 'PUT', { create, renew });
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/demo/studio',
      {
        needs: 'changeAccount',
        summary: 'Fills an account that holds nothing with the names of a studio, and their past',
      },
      async ({ actor }) => ({ body: { loaded: await studio(actor.account) } }),
    ),
    route(
      'post',
      '/api/demo/faults',
      { summary: 'Sets a stand-in’s fault switches', model: FaultsModel },
      async ({ body }) => {
        const { standIn, faults } = body;
        const others: Readonly<Record<string, string>> = { payments: config.paymentsUrl, mail: config.mailUrl };
        const isRegistry = config.registries.some(({ id }) => id === standIn);
        const url = isRegistry
          ? `${config.registryControlUrl}/faults/${standIn}`
          : Object.hasOwn(others, standIn)
            ? `${others[standIn]}/faults`
            : undefined;
        if (!url) throw badField('/standIn', 'unknownStandIn', 'Name a registry, payments or mail.');
        await reach(url, 'PUT', faults);
        return {};
      },
    ),
  ];
}

/** How far the clock may be moved at once, so that no day is passed by on which something falls due. */
function daysUntil(day: IsoDate | undefined, clock: DemoClock): number {
  const until = day === undefined ? mostDaysAtOnce : daysBetween(isoDate(clock.now()), day);
  return Math.max(1, Math.min(mostDaysAtOnce, until));
}

/** The registries live by the demo clock too. */
export async function sendClock(config: Config, clock: DemoClock): Promise<void> {
  await reach(`${config.registryControlUrl}/clock`, 'PUT', { days: clock.daysAhead });
}

/** Puts names in at the registries that were registered long ago. */
export async function sendNames(config: Config, share: RegistryShare): Promise<void> {
  await reach(`${config.registryControlUrl}/names`, 'PUT', share);
}

/** Where the demo clock stands. */
export interface ShownClock {
  /** ISO 8601 instant. */
  readonly now: string;
  readonly daysAhead: number;
}

function shown(clock: DemoClock): ShownClock {
  return { now: clock.now().toISOString(), daysAhead: clock.daysAhead };
}

async function reach(url: string | URL, method: string, body?: unknown): Promise<Response> {
  try {
    const response = await fetch(url, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(20_000),
    });
    if (response.ok) return response;
    throw new Error(`${response.status} ${await response.text()}`);
  } catch (fault) {
    throw new Problem(
      502,
      'stand-in-silent',
      'A stand-in did not answer',
      fault instanceof Error ? fault.message : String(fault),
    );
  }
}
