import type { ShownOffer } from '@tienda/core/names/shownOffer';
import { putElsewhere, until, type Visitor } from '../../scripts/demo.mjs';
import type { NewOffer } from '../src/names/offers/models';
import { unique } from './serverProcess';

const outside = Number(process.env['TIENDA_REGISTRY_PORT']);

/** What the broker keeps of a name that is sold. Paid: US cents. */
export interface Sale {
  readonly reference: string;
  readonly paid: number | null;
  readonly calledOffAt: string | null;
}

/** The sale of an offer's name, as the one who speaks to holders has it; undefined where it was never paid for. */
export async function saleOf(offer: string): Promise<Sale | undefined> {
  const response = await fetch(`http://127.0.0.1:${outside + 40}/v1/sales`, {
    headers: { Authorization: `Bearer ${process.env['TIENDA_BROKER_KEY']}` },
  });
  const all: Sale[] = JSON.parse(await response.text());
  return all.find(({ reference }) => reference === offer);
}

/** A locked name of somebody elsewhere. */
export async function elsewhere(visitor: Visitor, name: string, registrar?: string): Promise<string> {
  await putElsewhere(visitor, [{ name, code: 'held-there', statuses: ['clientTransferProhibited'] }], registrar);
  return name;
}

/** An offer that its holder agrees to, whose name can be bought. @returns its id */
export async function agreed(visitor: Visitor, name: string, more: Partial<NewOffer> = {}): Promise<string> {
  const offer = { name, amount: 600_000, feePaidBy: 'buyer', message: 'For our yard', ...more };
  const { id } = await visitor.expect(201, 'POST', '/api/me/offers', offer, { 'Idempotency-Key': unique('key') });
  const offers = (): Promise<ShownOffer[]> => visitor.expect(200, 'GET', '/api/me/offers');
  await until(offers, (all) => all.find((one) => one.id === id)?.state.at === 'agreed');
  const moves = (): Promise<{ name: string; look?: object }[]> => visitor.expect(200, 'GET', '/api/me/moves');
  await until(moves, (all) => all.some((one) => one.name === name && one.look));
  return id;
}
