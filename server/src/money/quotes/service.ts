import type { Holding } from '@tienda/core/accounts/actor';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import { quote, type Quote } from '@tienda/core/pricing/quote';
import { agreedQuote, quoteChanges, type QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { isValidVatNumber } from '@tienda/core/pricing/vatNumber';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { codeKey, type CodeUses } from '@tienda/core/pricing/promotion';
import type { Movable } from '@tienda/core/transfers/moveIn';
import type { Clock } from '../../platform/clock/clock';
import {
  premiumAnswers,
  heldAmong,
  heldName,
  type HeldNames,
  type MovableNames,
  type RenewableName,
} from '../basket/renewals';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import type { SearchService } from '../../find/search/service';
import type { CodeUseStore } from '../promotions/store';
import { promotions } from '../promotions/promotions';
import { rates } from '../../find/catalogue/rates';
import type { QuoteStore, StoredQuote } from './store';

/** How long a quote binds. */
const validForMs = 30 * 60 * 1000;
/** How old a registry's answer may be for a quote; before payment it is always asked again. */
const answersForMs = 10 * 60 * 1000;

export interface BindingQuote extends Quote {
  readonly id: string;
  /** ISO 8601 instant. */
  readonly validUntil: string;
}

/** A quote made again, with what it was made of and what is different. */
export interface QuotedAgain {
  readonly today: Quote;
  readonly changes: readonly QuoteChange[];
  readonly answers: ReadonlyMap<string, RegistryAnswer>;
  readonly held: readonly RenewableName[];
  readonly movable: ReadonlyMap<string, Movable>;
}

/** What is known here of the names of a quote, and of whoever asks for it. */
interface Known {
  readonly held: readonly RenewableName[];
  readonly movable: ReadonlyMap<string, Movable> | undefined;
  readonly isNew: boolean;
  readonly codeUses: Map<string, CodeUses>;
}

export class QuoteService {
  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly search: SearchService,
    private readonly names: HeldNames,
    private readonly moves: MovableNames,
    private readonly store: QuoteStore,
    private readonly codeUses: CodeUseStore,
    private readonly clock: Clock,
  ) {}

  /** The binding quote: computed from what the registries say, and kept. */
  async bind(request: QuoteRequest, holding: Holding | undefined): Promise<BindingQuote> {
    const [answers, known] = await Promise.all([
      this.search.answers(registrations(request), answersForMs),
      this.known(request, holding),
    ]);
    const result = this.compute(request, answers, known);
    const validUntil = new Date(this.clock.now().getTime() + validForMs);
    const id = await this.store.keep({ request, quote: agreedQuote(result), validUntil });
    return { id, validUntil: validUntil.toISOString(), ...result };
  }

  /** What renewals of names that an account holds cost, as a quote that binds nobody; no registry is asked. */
  async ofRenewals(request: QuoteRequest, holding: Holding): Promise<Quote> {
    return this.compute(request, new Map(), await this.known(request, holding));
  }

  /**
   * A quote's request quoted again with fresh answers from the registries, and not kept. Where it is not what it
   * was, whoever asks for a quote next, of any process, is told what is new.
   *
   * @param rate the quote's own, which holds as long as it does
   */
  async again(
    { request, quote: before }: Pick<StoredQuote, 'request' | 'quote'>,
    holding: Holding,
  ): Promise<QuotedAgain> {
    const [answers, known] = await Promise.all([
      this.search.answers(registrations(request), 0),
      this.known(request, holding),
    ]);
    const { held, movable } = known;
    const today = this.compute(request, answers, known, { ...rates, [request.currency]: before.rate });
    const changes = quoteChanges(before, today);
    if (changes.length > 0 || today.problems.length > 0) await this.search.settled();
    const allAnswers = new Map([...answers, ...premiumAnswers(held, movable ?? new Map())]);
    return { today, changes, answers: allAnswers, held, movable: movable ?? new Map() };
  }

  private compute(
    request: QuoteRequest,
    answers: ReadonlyMap<string, RegistryAnswer>,
    { held, movable, isNew, codeUses }: Known,
    ratesUsed = rates,
  ): Quote {
    const catalogue = this.catalogue.current();
    return quote(
      { ...request, items: asHeld(request.items, held, catalogue), customer: { ...request.customer, isNew } },
      {
        now: this.clock.now(),
        readName: (typed) => domainName(typed, catalogue),
        rates: ratesUsed,
        answers: new Map([...answers, ...premiumAnswers(held, movable ?? new Map())]),
        heldUntil: new Map(held.map(({ name, expiresOn }) => [name, expiresOn])),
        ...(movable ? { movable } : {}),
        hidden: new Set(held.flatMap(({ name, privacy }) => (privacy ? [name] : []))),
        stages: new Map(held.map(({ name, stage }) => [name, stage])),
        isValidVatNumber,
        promotions,
        codeUses,
      },
    );
  }

  private async known(request: QuoteRequest, holding: Holding | undefined): Promise<Known> {
    const account = holding?.account;
    const [held, movable, isNew, codeUses] = await Promise.all([
      this.held(request, holding),
      this.movable(request, account, this.catalogue.current()),
      this.isNew(request, account),
      this.usesOf(request, account),
    ]);
    return { held, movable, isNew, codeUses };
  }

  /** The names to renew or to restore that the account holds. */
  private async held({ items }: QuoteRequest, holding: Holding | undefined): Promise<readonly RenewableName[]> {
    const wanted = heldAmong(items, this.catalogue.current());
    return holding && wanted.length > 0 ? this.names.among(holding, wanted) : [];
  }

  /** A visitor is told what moving costs; whether a name can move is found out for an account. */
  private async movable(
    { items }: QuoteRequest,
    accountId: string | undefined,
    catalogue: Catalogue,
  ): Promise<ReadonlyMap<string, Movable> | undefined> {
    const wanted = items.flatMap(({ name, action }) => {
      const read = action === 'transfer' ? domainName(name, catalogue) : undefined;
      return read?.kind === 'name' ? [read.name] : [];
    });
    return accountId && wanted.length > 0 ? this.moves.movable(accountId, wanted) : undefined;
  }

  /** A visitor is believed until the order, which needs an account. */
  private async isNew({ customer }: QuoteRequest, accountId: string | undefined): Promise<boolean> {
    return customer.isNew && (!accountId || (await this.codeUses.isNew(accountId)));
  }

  /** How often the codes that have a limit, and are public or were typed, have been used. */
  private usesOf({ codes, use }: QuoteRequest, accountId: string | undefined): Promise<Map<string, CodeUses>> {
    const typed = new Set([...codes, use ?? ''].map(codeKey));
    const limited = promotions.filter(
      (promotion) =>
        (promotion.public || typed.has(promotion.code)) &&
        (promotion.totalUses !== undefined || (accountId && promotion.perAccount !== undefined)),
    );
    return this.codeUses.uses(limited, accountId);
  }
}

/** A name is renewed with the privacy that it has, unless that is what is bought: nobody pays less than keeping it costs. */
function asHeld(
  items: QuoteRequest['items'],
  held: readonly RenewableName[],
  catalogue: Catalogue,
): QuoteRequest['items'] {
  const byName = new Map(held.map((one) => [one.name, one]));
  return items.map((item) => {
    const mine = byName.get(heldName(item, catalogue) ?? '');
    const isHiding = item.action === 'privacy';
    return mine ? { ...item, privacy: isHiding || mine.privacy, autoRenew: mine.autoRenew } : item;
  });
}

function registrations({ items }: QuoteRequest): string[] {
  return items.filter(({ action }) => action === 'register').map(({ name }) => name);
}
