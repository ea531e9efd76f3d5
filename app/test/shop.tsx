import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { Promotion } from '@tienda/core/pricing/promotion';
import { brief, type WholeExtension } from '@tienda/core/catalogue/extension';
import { exampleExtension } from '../../core/test/catalogue';
import { WithTally } from '../src/shop/tally/WithTally';
import { TiendaTheme } from '../src/ui/theme';

const intro = { price: 300, startsAt: '2026-01-01', endsAt: '2031-01-01' };

export const extensions: readonly WholeExtension[] = [
  exampleExtension('boats', {
    prices: { register: 1100, renew: 1450, transfer: 1450, restore: 9000 },
    intro,
    yearlyFee: 18,
    popularity: 40,
    agreements: [{ id: 'lanternhead-terms', title: 'Terms' }],
  }),
  exampleExtension('org', { popularity: 90 }),
  exampleExtension('paris', { terms: { register: [1, 2], renew: [1] }, popularity: 20 }),
  exampleExtension('lake', { privacy: { policy: 'priced', price: 250 }, popularity: 10 }),
];

/** A server that keeps a basket, as far as the app can tell. */
export class FakeServer {
  lines: BasketLine[] = [];
  codes: BasketCodes = { typed: [] };
  /** Promo codes that anyone may use. */
  promotions: Promotion[] = [];
  /** Promo codes that have to be typed. */
  secret: Promotion[] = [];
  account: object | null = null;
  readonly asked: { readonly method: string; readonly path: string; readonly body: unknown }[] = [];
  /** Answers given instead of the usual ones, by method and path; some only after something. */
  readonly instead = new Map<
    string,
    { readonly status: number; readonly body: object; readonly after?: Promise<unknown> }
  >();

  constructor() {
    globalThis.fetch = async (input, init) => this.answer(typeof input === 'string' ? input : '', init ?? {});
  }

  private answer(path: string, { method = 'GET', body }: RequestInit): Response | Promise<Response> {
    const sent: unknown = typeof body === 'string' ? JSON.parse(body) : undefined;
    this.asked.push({ method, path, body: sent });
    const other = this.instead.get(`${method} ${path}`);
    if (other?.after) return other.after.then(() => respond(other.status, other.body));
    if (other) return respond(other.status, other.body);
    if (path === '/api/extensions?brief=1') return respond(200, extensions.map(brief));
    const whole = extensions.find(({ label }) => path === `/api/extensions/${label}`);
    if (whole) return respond(200, whole);
    if (path === '/api/rates') return respond(200, { base: 'USD', at: '2026-11-23T16:00:00Z', rates: { EUR: '0.92' } });
    if (path === '/api/me/moves-away') return respond(200, { asked: [], left: [] });
    if (path === '/api/me/hand-overs') return respond(200, { given: [], offered: [] });
    if (path === '/api/session')
      return respond(200, {
        csrf: 't',
        account: this.account,
        now: '2026-11-24T10:00:00Z',
        demo: true,
        paymentsUrl: '',
      });
    if (path === '/api/promotions') return respond(200, this.promotions);
    // Nothing is kept of an account unless a test says so.
    if (path.startsWith('/api/me/') && method === 'GET') return respond(200, []);
    const code = /^\/api\/promotions\/(.*)$/.exec(path)?.[1];
    if (code !== undefined) return this.private(code);
    if (path === '/api/basket' && method === 'DELETE') this.lines = [];
    else if (path === '/api/basket-codes') this.codes = sent as BasketCodes;
    else if (path === '/api/basket/seen') this.lines = this.lines.map(({ changes: _, ...line }) => line);
    else if (path === '/api/basket/lines') for (const line of linesOf(sent)) this.change('PUT', line.name, line);
    else if (path.startsWith('/api/basket/')) this.change(method, path.slice('/api/basket/'.length), sent);
    else if (path !== '/api/basket')
      return respond(404, { type: '/problems/not-found', detail: `No test knows ${path}.` });
    return respond(200, { lines: this.lines, codes: this.codes });
  }

  private private(code: string): Response {
    const promotion = this.secret.find((known) => known.code === code);
    return promotion ? respond(200, promotion) : respond(404, { type: '/problems/not-found', detail: 'No such code.' });
  }

  private change(method: string, name: string, sent: unknown): void {
    const others = this.lines.filter((line) => line.name !== name);
    if (method === 'DELETE') this.lines = others;
    else this.lines = this.lines.map((line) => (line.name === name ? { ...line, ...(sent as object) } : line));
    if (method === 'PUT' && !this.lines.some((line) => line.name === name))
      this.lines = [...others, { ...lineFor(name), ...(sent as object) }];
  }
}

function linesOf(sent: unknown): readonly BasketLine[] {
  return (sent as { lines: readonly BasketLine[] }).lines;
}

function respond(status: number, body: object): Response {
  const headers = { get: () => null };
  const json = () => Promise.resolve(structuredCloneOf(body));
  return { ok: status < 400, status, headers, json } as unknown as Response;
}

function structuredCloneOf(body: object): unknown {
  return JSON.parse(JSON.stringify(body));
}

export function lineFor(name: string, more: Partial<BasketLine> = {}): BasketLine {
  const chosen = { action: 'register', years: 1, privacy: true, autoRenew: true } as const;
  return { name, unicode: name, ...chosen, answer: { status: 'available' }, ...more };
}

/** Something that is over when the test says so. */
export function held() {
  let letGo = (): void => undefined;
  const after = new Promise<void>((resolve) => (letGo = resolve));
  return { after, letGo: () => letGo() };
}

/** A cache in which nothing is known yet. */
export function newQueries(): QueryClient {
  return new QueryClient({ defaultOptions: { queries: { retry: false } } });
}

/** Renders with the theme and a fresh query cache, as the app does. */
export function show(children: ReactNode, queries = newQueries()) {
  return render(
    <QueryClientProvider client={queries}>
      <TiendaTheme>
        <WithTally>{children}</WithTally>
      </TiendaTheme>
    </QueryClientProvider>,
  );
}
