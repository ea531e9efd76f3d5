import type { OpenHolderChange } from '../contacts/holderChange';
import type { NameContacts } from '../contacts/roles';
import type { PrivacyPolicy } from '../catalogue/extension';
import type { Delegation } from '../dns/delegation';
import type { IsoDate } from '../time/isoDate';
import type { HeldStage } from '../lifecycle/stage';
import type { AfterExpiry } from '../lifecycle/lifeOfName';
import type { Charge, FailedTry, ToldCharge } from '../lifecycle/renewalCare';
import type { Currency, Minor } from '../money/money';
import type { RiseAhead } from '../catalogue/riseAhead';

/** Money that goes back, by the method that had paid and to the balance. */
export interface GoesBack {
  readonly amount: Minor;
  readonly balance: Minor;
  readonly currency: Currency;
}

/** What came of asking for a name to be let go. */
export interface GivenBack {
  /** False while its registry has not answered. */
  readonly done: boolean;
  readonly back: readonly GoesBack[];
}

/** A name as its holder sees it. */
export interface ShownName {
  readonly name: string;
  readonly unicode: string;
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly privacy: boolean;
  readonly privacyPolicy: PrivacyPolicy;
  readonly autoRenew: boolean;
  /** Locked against transfer. */
  readonly locked: boolean;
  /** True while its registry has not answered a change that was asked for. */
  readonly changing?: true;
  /** Out of service, since its holder has not confirmed the address. */
  readonly suspended: boolean;
  readonly stage: HeldStage;
  /** For how many years it can be renewed today; none where that is too late. */
  readonly renewFor: readonly number[];
  /** With which it was registered, or moved here; left out where it came from another account. */
  readonly orderId?: string;
  /** Id of the group that it is in. */
  readonly groupId?: string;
  /** Where it is delegated to, unless it is as it began: to Tienda's own nameservers. */
  readonly delegation?: Delegation;
  /** The next renewal at today's prices, before tax: for the shortest term, of so many years. */
  readonly renewal: {
    readonly on: IsoDate;
    readonly years: number;
    readonly amount: Minor;
    readonly currency: Currency;
  };
  /** Where its registry has announced that renewing will cost more; in the same currency, before tax. */
  readonly rise?: RiseAhead;
  /** Where it is in redemption: what restoring it costs with that renewal, before tax, in the same currency. */
  readonly restore?: Minor;
  /** Where it can be given back: the last day for that, and what goes back then, tax included. */
  readonly givingBack?: { readonly until: IsoDate; readonly back: readonly GoesBack[] };
  /** Where privacy has its price and is off: what it costs for the years still to run, before tax, in the same currency. */
  readonly hiding?: { readonly years: number; readonly amount: Minor };
  /** Where auto-renew is on and may still pay: when it tries next, what was told of it, and the last try where it failed. */
  readonly autoRenewal?: {
    /** At today's prices, before tax, in the currency that it is charged in. */
    readonly charge: Charge;
    readonly nextTry?: IsoDate;
    readonly told?: ToldCharge;
    readonly failed?: FailedTry;
  };
  readonly afterExpiry: AfterExpiry;
  /** Its holder has changed: it stays here until that day. */
  readonly movableFrom?: IsoDate;
  /** Both holders are asked whether it may change hands. */
  readonly holderChange?: OpenHolderChange;
  /** Ids of the contacts that it has. */
  readonly contacts?: NameContacts;
  readonly holder?: { readonly name: string; readonly organisation: string };
}
