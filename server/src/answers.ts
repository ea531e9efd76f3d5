import type { ChangedContacts, ShownHolderChange } from '@tienda/core/contacts/holderChange';
import type { ChangedNames } from '@tienda/core/names/nameChange';
import type { NameCounts } from '@tienda/core/names/nameCounts';
import type { ShownAccount, ShownSession } from '@tienda/core/accounts/shownSession';
import type { Agreement, Extension, WholeExtension } from '@tienda/core/catalogue/extension';
import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import type { NameserverLook } from '@tienda/core/dns/nameserverLook';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { ReadZone } from '@tienda/core/dns/zoneReading';
import type { ChangedZones } from '@tienda/core/dns/zoneWish';
import type { MailTrial, ShownMail, ShownMailTarget } from '@tienda/core/dns/shownMail';
import type { Visit } from '@tienda/core/dns/visit';
import type { ZoneSight } from '@tienda/core/dns/sight';
import type { ShownZone, ShownZoneVersion } from '@tienda/core/dns/shownZone';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
import type { ShownNameEvent } from '@tienda/core/names/nameEvent';
import type { Statement } from '@tienda/core/orders/statement';
import type { RegistryLook } from '@tienda/core/names/atRegistry';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import type { GivenBack, ShownName } from '@tienda/core/names/shownName';
import type { Helpers } from '@tienda/core/accounts/helper';
import type { HandOvers } from '@tienda/core/transfers/handOver';
import type { MovesAway } from '@tienda/core/transfers/moveAway';
import type { NotMovable, ShownMove } from '@tienda/core/transfers/shownMove';
import type { MoveTerms, ShownOffer } from '@tienda/core/names/shownOffer';
import type { ShownWatch } from '@tienda/core/names/shownWatch';
import type { Invoice } from '@tienda/core/orders/invoice';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { ShownBalance, ShownTopUp } from '@tienda/core/orders/topUp';
import type { AheadFeed } from '@tienda/core/pricing/aheadFeed';
import type { KnownPromotion } from '@tienda/core/pricing/promotion';
import type { RdapDomain } from '@tienda/core/rdap/domainObject';
import type { FindExport } from './find/openFind';
import type { MoneyExport } from './money/openMoney';
import type { NamesExport } from './names/openNames';
import type { PeopleExport } from './people/accounts/departure';
import type { HelpersExport } from './people/openPeople';
import type { ShownPlace } from './people/accounts/mine';
import type { TwoStepSetup } from './people/accounts/twoStep';
import type { ShownBasket } from './money/basket/service';
import type { StoredContact } from './people/contacts/store';
import type { ShownClock } from './demo/routes';
import type { IdeaEvent } from './find/ideas/service';
import type { AgreedVersion } from './names/agreements/store';
import type { BindingQuote } from './money/quotes/service';

/** To which address a mail is on its way. */
interface SentTo {
  readonly sentTo: string;
}

interface Standing {
  readonly ok: boolean;
}

interface Health extends Standing {
  readonly database: boolean;
  readonly registries: readonly { readonly id: string; readonly ok: boolean }[];
  /** How much was given up and waits for someone to look at it. */
  readonly attention: number;
  readonly version: string;
}

interface Rates {
  readonly base: string;
  /** ISO 8601 date. */
  readonly at: string;
  /** How much one US dollar is: plain decimals by ISO 4217 code. */
  readonly rates: Readonly<Record<string, string>>;
}

interface DemoMail {
  readonly id: number;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly attachments: readonly { readonly filename: string; readonly size: number }[];
  readonly messageId: string | null;
  readonly receivedAt: Date;
}

/** All that is kept of an account. */
type AccountExport = PeopleExport & HelpersExport & FindExport & MoneyExport & NamesExport;

/** A PDF. */
type Paper = string;

/** Days of names, in text/calendar (RFC 5545). */
type CalendarFile = string;
/** Records of a name, in text/dns (RFC 4027). */
type ZoneText = string;
/** Nothing: 204. */
type Nothing = null;

/**
 * What every operation answers: its method and path, and the status where that is not 200. One of several where an
 * answer comes in lines or events. The OpenAPI document is made of this, and the tests hold every answer to it.
 */
export interface Answers {
  'GET /api/live': Standing;
  'GET /api/ready': Standing;
  'GET /api/ready 503': Standing;
  'GET /api/health': Health;
  'GET /api/health 503': Health;
  'GET /api/openapi.json': object;

  'GET /api/extensions': readonly WholeExtension[] | readonly Extension[];
  'GET /api/extensions/:label': WholeExtension;
  'GET /api/rates': Rates;
  'GET /api/agreements/:id': Agreement;
  'GET /api/promotions': readonly KnownPromotion[];
  'GET /api/promotions/:code': KnownPromotion;
  'GET /api/search': SearchEvent;
  'GET /api/ideas': IdeaEvent;
  'GET /api/lookup/:name': RdapDomain;
  'POST /api/quotes': BindingQuote;

  'GET /api/basket': ShownBasket;
  'PUT /api/basket/:name': ShownBasket;
  'POST /api/basket/lines': ShownBasket;
  'POST /api/basket/seen': ShownBasket;
  'PUT /api/basket-codes': ShownBasket;
  'DELETE /api/basket': ShownBasket;
  'DELETE /api/basket/:name': ShownBasket;

  'GET /api/session': ShownSession;
  'POST /api/session': ShownSession;
  'POST /api/session/second-step': ShownSession;
  'DELETE /api/session 204': Nothing;
  'POST /api/accounts 202': SentTo;
  'POST /api/accounts/confirm': ShownSession;
  'POST /api/accounts/reset 202': SentTo;
  'POST /api/accounts/reset/confirm': ShownSession;
  'PATCH /api/me/account': ShownAccount;
  'POST /api/me/password 204': Nothing;
  'POST /api/me/mail 202': SentTo;
  'POST /api/me/mail/confirm': ShownAccount;
  'GET /api/me/sessions': readonly ShownPlace[];
  'DELETE /api/me/sessions 204': Nothing;
  'DELETE /api/me/sessions/:id 204': Nothing;
  'POST /api/me/two-step 201': TwoStepSetup;
  'POST /api/me/two-step/confirm': { readonly recoveryCodes: readonly string[] };
  'POST /api/me/two-step/off': ShownAccount;
  'GET /api/me/export': AccountExport;
  'POST /api/me/closing 204': Nothing;

  'GET /api/me/contacts': readonly StoredContact[];
  'POST /api/me/contacts 201': StoredContact;
  'DELETE /api/me/contacts/:id 204': Nothing;
  'GET /api/me/holder-checks': readonly ShownHolderCheck[];
  'POST /api/me/holder-checks 202': SentTo;
  'POST /api/holder-checks/confirm': { readonly email: string };

  'GET /api/me/names/:name/zone': ShownZone;
  'PUT /api/me/names/:name/zone': ShownZone;
  'GET /api/me/names/:name/zone/versions': readonly ShownZoneVersion[];
  'GET /api/me/names/:name/zone/versions/:version': readonly DnsRecord[];
  'PUT /api/me/names/:name/zone/signing': ShownZone;
  'GET /api/me/names/:name/zone/sight': ZoneSight;
  'GET /api/me/names/:name/zone/visits/:below': readonly Visit[];
  'POST /api/me/zone-changes': ChangedZones;
  'POST /api/me/zone-changes/back': ChangedZones;
  'POST /api/me/names/:name/zone/readings': ReadZone;
  'POST /api/me/names/:name/nameserver-looks': readonly NameserverLook[];
  'GET /api/me/names/:name/zone/mail': ShownMail;
  'POST /api/me/names/:name/zone/mail/targets 202': SentTo;
  'POST /api/me/names/:name/zone/mail/trials': MailTrial;
  'POST /api/mail-targets/look': ShownMailTarget;
  'POST /api/mail-targets/answer': ShownMailTarget;
  'GET /api/me/names/:name/zone/file': ZoneText;
  'GET /api/me/moves': readonly ShownMove[];
  'POST /api/me/moves': { readonly moves: readonly ShownMove[]; readonly cannot: readonly NotMovable[] };
  'GET /api/me/names': readonly ShownName[];
  'GET /api/calendars/:secret': CalendarFile;
  'GET /api/me/calendar': { readonly url: string };
  'POST /api/me/calendar': { readonly url: string };
  'GET /api/me/ahead': AheadFeed;
  'GET /api/me/name-counts': NameCounts;
  'GET /api/me/names/:name': ShownName;
  'GET /api/me/groups': readonly NameGroup[];
  'POST /api/me/groups 201': NameGroup;
  'GET /api/me/groups/:id/statement': Statement;
  'GET /api/me/groups/:id/statement.pdf': Paper;
  'PUT /api/me/groups/:id': Omit<NameGroup, 'names'>;
  'DELETE /api/me/groups/:id 204': Nothing;
  'DELETE /api/me/moves/:name 204': Nothing;
  'POST /api/me/moves/:name/call-off 202': readonly ShownMove[];
  'GET /api/me/helpers': Helpers;
  'POST /api/me/helpers 201': Helpers;
  'PUT /api/me/helpers/:id': Helpers;
  'DELETE /api/me/helpers/:id': Helpers;
  'POST /api/me/helpers/:id/accept': Helpers;
  'POST /api/me/helpers/:id/decline': Helpers;
  'GET /api/me/hand-overs': HandOvers;
  'POST /api/me/hand-overs 201': HandOvers;
  'DELETE /api/me/hand-overs/:id': HandOvers;
  'POST /api/me/hand-overs/:id/take': HandOvers;
  'POST /api/me/hand-overs/:id/decline': HandOvers;
  'GET /api/me/moves-away': MovesAway;
  'POST /api/me/moves-away/:name': MovesAway;
  'POST /api/me/demo/studio': { readonly loaded: boolean };
  'POST /api/me/name-changes': ChangedNames;
  'POST /api/me/name-contacts': ChangedContacts;
  'DELETE /api/me/names/:name/holder-change 204': Nothing;
  'POST /api/holder-changes/look': ShownHolderChange;
  'POST /api/holder-changes/answer': ShownHolderChange;
  'GET /api/me/names/:name/registry': RegistryLook;
  'GET /api/me/names/:name/log': readonly ShownNameEvent[];
  'PATCH /api/me/names/:name': ShownName;
  'POST /api/me/names/:name/give-back': GivenBack;
  'POST /api/me/names/:name/auth-code': { readonly authCode: string };
  'GET /api/me/watches': readonly ShownWatch[];
  'PUT /api/me/watches/:name': ShownWatch;
  'DELETE /api/me/watches/:name 204': Nothing;
  'GET /api/me/offers': readonly ShownOffer[];
  'GET /api/me/offers/terms/:name': MoveTerms;
  'POST /api/me/offers 201': ShownOffer;
  'POST /api/me/offers/:id/accept': ShownOffer;
  'POST /api/me/offers/:id/raise': ShownOffer;
  'POST /api/me/offers/:id/withdraw': ShownOffer;

  'GET /api/me/orders': readonly ShownOrder[];
  'POST /api/me/orders 201': ShownOrder;
  'GET /api/me/orders/:id': ShownOrder;
  'POST /api/me/orders/:id/cancel': ShownOrder;
  'POST /api/me/orders/:id/hold': ShownOrder;
  'GET /api/me/orders/:id/progress': ShownOrder;
  'GET /api/me/agreements': readonly AgreedVersion[];
  'GET /api/me/invoices': readonly (Invoice & { readonly orderId: string })[];
  'GET /api/me/invoices/:number': Paper;
  'GET /api/me/receipts/:number': Paper;
  'GET /api/me/credit-notes/:number': Paper;
  'GET /api/me/balance': ShownBalance;
  'GET /api/me/top-ups': readonly ShownTopUp[];
  'POST /api/me/top-ups 201': ShownTopUp;
  'GET /api/me/top-ups/:id': ShownTopUp;
  'GET /api/me/cards': readonly { readonly id: string; readonly last4: string; readonly expires?: string }[];
  'DELETE /api/me/cards/:id 204': Nothing;

  'POST /api/payments/notices 204': Nothing;
  'GET /api/demo/inbox': readonly DemoMail[];
  'GET /api/demo/clock': ShownClock;
  'POST /api/demo/clock': ShownClock;
  'POST /api/demo/prices 204': Nothing;
  'POST /api/demo/faults 204': Nothing;
}
