import type { WholeExtension } from '@tienda/core/catalogue/extension';
import type { Contact } from '@tienda/core/contacts/contact';
import { isSameDelegation, startingDelegation } from '@tienda/core/dns/delegation';
import { staysUntil } from '@tienda/core/contacts/holderChange';
import { contactsOf } from '@tienda/core/contacts/roles';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { nextTryOn } from '@tienda/core/lifecycle/renewalCare';
import { canRenew } from '@tienda/core/lifecycle/stage';
import { convert, type Currency, type Minor } from '@tienda/core/money/money';
import { domainName } from '@tienda/core/names/domainName';
import type { ShownName } from '@tienda/core/names/shownName';
import { unitPrices, type UnitPrices } from '@tienda/core/pricing/linePrice';
import { allowedTerms, yearsToRun } from '@tienda/core/pricing/priceItem';
import { riseAhead } from '@tienda/core/catalogue/riseAhead';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { rateOf } from '../../find/catalogue/rates';
import type { ContactStore } from '../../people/contacts/store';
import type { Clock } from '../../platform/clock/clock';
import type { HeldName, HeldNow } from './store';

/** Held names as their holders see them: with the next renewal at today's prices, and the dates after the expiry. */
export class NameViews {
  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly contacts: Pick<ContactStore, 'find'>,
    private readonly clock: Clock,
    /** Whether it can be given back, and what goes back then. */
    private readonly givingBack: (held: HeldName) => Promise<ShownName['givingBack']>,
    /** The change of holder that is under way. */
    private readonly holderChange: (held: HeldName) => Promise<ShownName['holderChange']>,
  ) {}

  /** With who holds it, whether it is being changed, and whether it can be given back. */
  async alone(held: HeldNow, currency: Currency): Promise<ShownName> {
    const { accountId, contactId, isChanging: changing } = held;
    const [holder, givingBack, holderChange] = await Promise.all([
      this.contacts.find(accountId, contactId),
      this.givingBack(held),
      this.holderChange(held),
    ]);
    return {
      ...this.inList(held, currency, holder),
      contacts: held.contacts ?? contactsOf(contactId),
      ...(holderChange ? { holderChange } : {}),
      ...(changing ? { changing } : {}),
      ...(givingBack && !changing ? { givingBack } : {}),
    };
  }

  inList(held: HeldName, currency: Currency, holder?: Contact): ShownName {
    const read = domainName(held.name, this.catalogue.current());
    if (read.kind === 'problem') throw new Error(`${held.name} is held but cannot be read: ${read.code}`);
    const { extension, unicode } = read;
    const {
      name,
      registeredOn,
      expiresOn,
      privacy,
      autoRenew,
      locked,
      orderId,
      suspended,
      stage,
      delegation,
      movableFrom,
    } = held;
    const years = Math.min(...extension.terms.renew);
    const costIn = (one: Currency) => ({ amount: yearly(held, extension, one) * years, currency: one });
    const today = isoDate(this.clock.now());
    const stays = staysUntil(movableFrom, today);
    const isRenewable = canRenew(stage);
    const renewFor = isRenewable
      ? allowedTerms('renew', { name, unicode, extension, heldUntil: expiresOn }, today)
      : [];
    const rise = riseAhead(pricesOf(held, extension, currency).rise, renewFor.at(-1) ?? 0);
    const restoring = convert(extension.prices.restore, currency, rateOf(currency));
    return {
      name,
      unicode,
      registeredOn,
      expiresOn,
      privacy,
      privacyPolicy: extension.privacy.policy,
      autoRenew,
      locked,
      suspended,
      stage,
      renewFor,
      ...(orderId === null ? {} : { orderId }),
      ...(stays === undefined ? {} : { movableFrom: stays }),
      ...(held.groupId === null ? {} : { groupId: held.groupId }),
      ...(delegation === null || isSameDelegation(delegation, startingDelegation) ? {} : { delegation }),
      renewal: { on: expiresOn, years, ...costIn(currency) },
      ...(rise ? { rise } : {}),
      ...(extension.privacy.policy === 'priced' && !privacy && isRenewable
        ? { hiding: hidingFor(yearsToRun(expiresOn, today), extension, currency) }
        : {}),
      ...(stage === 'redemption' ? { restore: restoring + costIn(currency).amount } : {}),
      ...(autoRenew && isRenewable
        ? { autoRenewal: { charge: costIn(held.currency), ...comingOf(held, extension, today) } }
        : {}),
      afterExpiry: afterExpiry(expiresOn, extension.lifecycle),
      ...(holder ? { holder: { name: holder.name, organisation: holder.organisation ?? '' } } : {}),
    };
  }
}

type Priced = Pick<HeldName, 'premiumRenew' | 'privacy'>;

/** What a name costs; some have prices of their own. */
export function pricesOf({ premiumRenew }: Priced, extension: WholeExtension, currency: Currency): UnitPrices {
  const premium = premiumRenew === null ? undefined : { register: premiumRenew, renew: premiumRenew };
  return unitPrices(extension, premium, false, currency, rateOf(currency));
}

/** A year of keeping a name at today's prices, before tax. */
export function yearly(held: Priced, extension: WholeExtension, currency: Currency): Minor {
  const prices = pricesOf(held, extension, currency);
  return prices.renew + prices.fee + (held.privacy ? prices.privacy : 0);
}

/** What hiding the holder costs for so many years. */
function hidingFor(years: number, { privacy }: WholeExtension, currency: Currency): NonNullable<ShownName['hiding']> {
  return { years, amount: convert(privacy.price, currency, rateOf(currency)) * years };
}

/** When auto-renew tries next, what was told of that, and the last try where it failed. */
function comingOf(held: HeldName, { lifecycle }: WholeExtension, today: IsoDate) {
  const { told, failed } = held.care;
  const nextTry = nextTryOn(held, lifecycle, today);
  return { ...(nextTry ? { nextTry } : {}), ...(told ? { told } : {}), ...(failed ? { failed } : {}) };
}
