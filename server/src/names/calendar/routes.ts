import { timingSafeEqual } from 'node:crypto';
import { allOf, type Actor } from '@tienda/core/accounts/actor';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Account, AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import { notFound } from '../../platform/http/problem';
import { accountRoute, route, type Route } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';
import type { Keyring } from '../../platform/secrets/keyring';
import type { NameStore } from '../held/store';
import { writeCalendar } from './calendar';

export interface CalendarParts {
  readonly accounts: AccountStore;
  readonly names: Pick<NameStore, 'ofAccount'>;
  readonly catalogue: CatalogueReader;
  readonly clock: Clock;
  readonly keys: Keyring;
  readonly publicUrl: string;
}

const produces = 'text/calendar';

/** The days of an account's names at a secret address, which programs fetch without signing in. */
export function calendarRoutes({ accounts, names, catalogue, clock, keys, publicUrl }: CalendarParts): Route[] {
  const textOf = ({ id, calendar }: Account) => `calendar ${id} ${calendar}`;
  const secretOf = (signature: Buffer) => signature.toString('base64url').slice(0, 32);
  const shown = (account: Account | undefined) => {
    if (!account) throw notFound('account');
    return { body: { url: `${publicUrl}/api/calendars/${account.id}.${secretOf(keys.sign(textOf(account)))}.ics` } };
  };
  const isSecret = (account: Account, secret: string) =>
    keys
      .signatures(textOf(account))
      .map(secretOf)
      .some((known) => known.length === secret.length && timingSafeEqual(Buffer.from(known), Buffer.from(secret)));
  return [
    accountRoute(
      'get',
      '/api/me/calendar',
      { needs: 'changeAccount', summary: 'The secret address of the calendar of one’s names' },
      async ({ actor }: { actor: Actor }) => shown(await accounts.byId(actor.account)),
    ),
    accountRoute(
      'post',
      '/api/me/calendar',
      { needs: 'changeAccount', summary: 'Another secret address; the one before ends' },
      async ({ actor }: { actor: Actor }) => shown(await accounts.changeCalendar(actor.account)),
    ),
    route(
      'get',
      '/api/calendars/:secret',
      { summary: 'When names end, and what renews by itself (RFC 5545)', produces, perMinute: 30 },
      async ({ ctx, params }) => {
        const [id = '', secret = '', ...more] = (params['secret'] ?? '').replace(/\.ics$/, '').split('.');
        const account = isUuid(id) && more.length === 0 ? await accounts.byId(id) : undefined;
        if (!account || account.closedAt || !isSecret(account, secret)) throw notFound('calendar');
        const held = (await names.ofAccount(allOf(id))).flatMap((name) => {
          const extension = extensionOf(name.name, catalogue.current());
          return extension ? [{ ...name, lifecycle: extension.lifecycle }] : [];
        });
        const now = clock.now();
        ctx.type = produces;
        ctx.set('Cache-Control', 'no-store');
        ctx.body = writeCalendar(held, account.language, now, isoDate(now), `${publicUrl}/names`);
        return undefined;
      },
    ),
  ];
}
