import type { RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import { quote, type Quote } from '@tienda/core/pricing/quote';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { isValidVatNumber } from '@tienda/core/pricing/vatNumber';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import type { NameStore } from '../names/store';
import type { SearchService } from '../search/service';
import { rates } from './rates';
import type { QuoteStore } from './store';

/** How long a quote binds. */
const validForMs = 30 * 60 * 1000;
/** How old a registry's answer may be for a quote; before payment it is always asked again. */
const answersForMs = 10 * 60 * 1000;

export interface BindingQuote extends Quote {
  readonly id: string;
  /** ISO 8601 instant. */
  readonly validUntil: string;
}

export class QuoteService {
  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly search: SearchService,
    private readonly names: NameStore,
    private readonly store: QuoteStore,
    private readonly clock: Clock,
  ) {}

  /** The binding quote: computed from what the registries say, and kept. */
  async bind(request: QuoteRequest, accountId: string | undefined): Promise<BindingQuote> {
    const answers = await this.search.answers(registrations(request), answersForMs);
    const result = await this.compute(request, accountId, answers);
    const validUntil = new Date(this.clock.now().getTime() + validForMs);
    const id = await this.store.keep(request, result, validUntil);
    return { id, validUntil: validUntil.toISOString(), ...result };
  }

  /** The same request quoted again with fresh answers from the registries, and not kept. */
  async again(
    request: QuoteRequest,
    accountId: string,
  ): Promise<{ quote: Quote; answers: Map<string, RegistryAnswer> }> {
    const answers = await this.search.answers(registrations(request), 0);
    return { quote: await this.compute(request, accountId, answers), answers };
  }

  private async compute(
    request: QuoteRequest,
    accountId: string | undefined,
    answers: ReadonlyMap<string, RegistryAnswer>,
  ): Promise<Quote> {
    const catalogue = this.catalogue.current();
    const renewals = request.items.some(({ action }) => action === 'renew');
    const held = accountId && renewals ? await this.names.ofAccount(accountId) : [];
    return quote(request, {
      now: this.clock.now(),
      readName: (typed) => domainName(typed, catalogue),
      rates,
      answers,
      heldUntil: new Map(held.map(({ name, expiresOn }) => [name, expiresOn])),
      isValidVatNumber,
    });
  }
}

function registrations({ items }: QuoteRequest): string[] {
  return items.filter(({ action }) => action === 'register').map(({ name }) => name);
}
