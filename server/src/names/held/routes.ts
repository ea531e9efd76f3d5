import { IsBoolean } from 'class-validator';
import type { Contact } from '@tienda/core/contacts/contact';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { domainName } from '@tienda/core/names/domainName';
import type { ShownName } from '@tienda/core/names/shownName';
import { unitPrices } from '@tienda/core/pricing/linePrice';
import type { Currency } from '@tienda/core/money/money';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { nextTryOn } from '@tienda/core/lifecycle/renewalCare';
import { canRenew } from '@tienda/core/lifecycle/stage';
import { allowedTerms } from '@tienda/core/pricing/priceItem';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import type { ContactStore } from '../../people/contacts/store';
import { currencyParameter } from '../../platform/http/parameters';
import { notFound } from '../../platform/http/problem';
import { accountRoute, type Route } from '../../platform/http/route';
import { rateOf } from '../../find/catalogue/rates';
import { readCurrency } from '../../find/search/routes';
import { linkToNext, namesQuery, readNamesWanted } from './pages';
import { placeOf, type HeldName, type NameStore } from './store';

class AutoRenewModel {
  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew!: boolean;
}

const query = { currency: currencyParameter };

function autoRenewalOf(
  held: HeldName,
  { lifecycle }: WholeExtension,
  today: IsoDate,
): NonNullable<ShownName['autoRenewal']> {
  const { told, failed } = held.care;
  const nextTry = nextTryOn(held, lifecycle, today);
  return { ...(nextTry ? { nextTry } : {}), ...(told ? { told } : {}), ...(failed ? { failed } : {}) };
}

export function nameRoutes(
  names: NameStore,
  contacts: ContactStore,
  catalogue: CatalogueReader,
  clock: Clock,
): Route[] {
  /** A held name as shown: with its next renewal at today's prices, and the dates after its expiry. */
  function shown(held: HeldName, currency: Currency, holder?: Contact): ShownName {
    const read = domainName(held.name, catalogue.current());
    if (read.kind === 'problem') throw new Error(`${held.name} is held but cannot be read: ${read.code}`);
    const premium = held.premiumRenew === null ? undefined : { register: held.premiumRenew, renew: held.premiumRenew };
    const prices = unitPrices(read.extension, premium, false, currency, rateOf(currency));
    const yearly = prices.renew + prices.fee + (held.privacy ? prices.privacy : 0);
    const { name, registeredOn, expiresOn, privacy, autoRenew, orderId, suspended, stage } = held;
    const years = Math.min(...read.extension.terms.renew);
    const subject = { name, unicode: read.unicode, extension: read.extension, heldUntil: expiresOn };
    const renewFor = canRenew(stage) ? allowedTerms('renew', subject, isoDate(clock.now())) : [];
    return {
      name,
      unicode: read.unicode,
      registeredOn,
      expiresOn,
      privacy,
      privacyPolicy: read.extension.privacy.policy,
      autoRenew,
      suspended,
      stage,
      renewFor,
      orderId,
      renewal: { on: expiresOn, years, amount: yearly * years, currency },
      ...(autoRenew && canRenew(stage)
        ? { autoRenewal: autoRenewalOf(held, read.extension, isoDate(clock.now())) }
        : {}),
      afterExpiry: afterExpiry(expiresOn, read.extension.lifecycle),
      ...(holder ? { holder: { name: holder.name, organisation: holder.organisation ?? '' } } : {}),
    };
  }

  async function find(accountId: string, name: string): Promise<HeldName> {
    const held = await names.find(accountId, name);
    if (!held) throw notFound('name among yours');
    return held;
  }

  return [
    accountRoute(
      'get',
      '/api/me/names',
      { needs: 'seeNames', summary: 'Names held, the soonest to expire first', query: { ...query, ...namesQuery } },
      async ({ ctx, actor: { account: accountId } }) => {
        const currency = readCurrency(ctx);
        const wanted = readNamesWanted(ctx);
        const page = await names.page(accountId, wanted);
        const last = page.at(-1);
        if (last && page.length === wanted.limit) linkToNext(ctx, placeOf(last, wanted.sort));
        return { body: page.map((held) => shown(held, currency)) };
      },
    ),
    accountRoute(
      'get',
      '/api/me/names/:name',
      { needs: 'seeNames', summary: 'One name held', query },
      async ({ ctx, actor: { account: accountId }, params }) => {
        const held = await find(accountId, params['name'] ?? '');
        return { body: shown(held, readCurrency(ctx), await contacts.find(accountId, held.contactId)) };
      },
    ),
    accountRoute(
      'patch',
      '/api/me/names/:name',
      { needs: 'changeRenewal', summary: 'Switches auto-renew', model: AutoRenewModel, query },
      async ({ ctx, actor: { who, account: accountId }, params, body: { autoRenew } }) => {
        const held = await find(accountId, params['name'] ?? '');
        await names.setAutoRenew(held, autoRenew, who, clock.now());
        return {
          body: shown({ ...held, autoRenew }, readCurrency(ctx), await contacts.find(accountId, held.contactId)),
        };
      },
    ),
    accountRoute(
      'get',
      '/api/me/names/:name/log',
      { needs: 'seeNames', summary: 'What happened to a name held, the latest first' },
      async ({ actor: { account: accountId }, params }) => ({
        body: await names.logOf(await find(accountId, params['name'] ?? '')),
      }),
    ),
  ];
}
