import { useMemo } from 'react';
import { isOrganisation } from '@tienda/core/contacts/contactKind';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { DomainName, DomainNameProblem } from '@tienda/core/names/domainName';
import { quote, type Quote } from '@tienda/core/pricing/quote';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import type { Customer } from '@tienda/core/pricing/tax';
import { useBasket } from '../../api/basket';
import { useCatalogue } from '../../api/catalogue';
import { useContacts } from '../../api/me';
import { useRate } from '../../api/rates';
import { useSession } from '../../api/session';
import { useStored } from '../../api/stored';
import { currencyStore } from '../money/currencyStore';

export interface Tally {
  readonly lines: readonly BasketLine[];
  /** Computed here, at once, by the code that computes the binding one. */
  readonly quote: Quote | undefined;
  readonly request: QuoteRequest;
  readonly catalogue: Catalogue | undefined;
  readonly customer: Customer;
}

/** Where the reader seems to be, from the browser's language; the seller's country where it does not say. */
function likelyCountry(): string {
  return new Intl.Locale(navigator.language).region ?? 'IE';
}

/** Who would be billed: the latest holder kept, else a person where the reader seems to be. */
export function useCustomer(): Customer {
  const holder = useContacts().data?.[0];
  const isNew = !useSession().data?.account;
  return useMemo(
    () =>
      holder
        ? { country: holder.country, kind: isOrganisation(holder.kind) ? 'business' : 'person', isNew }
        : { country: likelyCountry(), kind: 'person', isNew },
    [holder, isNew],
  );
}

/** The basket and what it costs. */
export function useTally(): Tally {
  const lines = useBasket().data?.lines ?? noLines;
  const catalogue = useCatalogue().data;
  const session = useSession().data;
  const customer = useCustomer();
  const currency = useStored(currencyStore);
  const rate = useRate(currency);
  return useMemo(() => {
    const items = lines.map(({ name, years, privacy, autoRenew }) => ({
      name,
      action: 'register' as const,
      years,
      privacy,
      autoRenew,
    }));
    const request: QuoteRequest = { currency, items, codes: [], customer };
    if (!catalogue || !session || rate === undefined) return { lines, catalogue, customer, request, quote: undefined };
    const byName = new Map(lines.map((line) => [line.name, line]));
    const preview = quote(request, {
      now: new Date(session.now),
      readName: (name) => knownName(name, byName, catalogue),
      rates: { [currency]: rate },
      answers: new Map(lines.flatMap(({ name, answer }) => (answer ? [[name, answer]] : []))),
      heldUntil: new Map(),
      isValidVatNumber: () => false,
    });
    return { lines, catalogue, customer, request, quote: preview };
  }, [lines, catalogue, session, customer, currency, rate]);
}

const noLines: readonly BasketLine[] = [];

/** Names in the basket were read by the server when they were put in: only their extension is looked up. */
function knownName(
  name: string,
  lines: ReadonlyMap<string, BasketLine>,
  catalogue: Catalogue,
): DomainName | DomainNameProblem {
  const extension = extensionOf(name, catalogue);
  if (!extension) return { kind: 'problem', code: 'unknownExtension', detail: '' };
  return {
    kind: 'name',
    name,
    unicode: lines.get(name)?.unicode ?? name,
    label: name.slice(0, name.indexOf('.')),
    extension,
  };
}
