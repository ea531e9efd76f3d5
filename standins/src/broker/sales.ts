import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../db/database';
import { brokerOffer, brokerSeller } from '../db/schema';
import type { StandInConfig } from '../platform/config';

/** What the holder of a name does once it is sold. */
export const sellersDo = ['handOver', 'nothing', 'backOut', 'giveWrongCode'] as const;

export type SellerDoes = (typeof sellersDo)[number];

type Offer = typeof brokerOffer.$inferSelect;

export type Sale = { readonly state: 'awaited' | 'off' } | { readonly state: 'delivered'; readonly authCode: string };

/** Names that are sold: handed over by their holders once the money is with the shop, and paid once they have come. */
export class Sales {
  constructor(
    private readonly database: Database,
    private readonly config: Pick<StandInConfig, 'host' | 'registrarsPort'>,
    /** How long a holder takes, in milliseconds. */
    private readonly takesMs: number,
    private readonly log: Logger,
  ) {}

  /** The money for an offer that was accepted is with the shop. Harmless when repeated. */
  async asked(offer: Offer): Promise<Sale> {
    const soldAt = offer.soldAt ?? new Date();
    if (!offer.soldAt) await this.change(offer, { soldAt });
    if (offer.calledOffAt) return { state: 'off' };
    if (offer.authCode !== null) return { state: 'delivered', authCode: offer.authCode };
    if (Date.now() - soldAt.getTime() < this.takesMs) return { state: 'awaited' };
    return this.handOver(offer);
  }

  /** @returns false where it is not what was agreed, or was called off */
  async pay(offer: Offer, amount: number): Promise<boolean> {
    if (amount !== offer.amount || offer.calledOffAt) return false;
    await this.change(offer, { paid: amount });
    return true;
  }

  /** @returns false where its holder was paid already */
  async callOff(offer: Offer): Promise<boolean> {
    if (offer.paid !== null) return false;
    if (offer.calledOffAt) return true;
    if (offer.authCode !== null) await this.release('DELETE', offer.name);
    await this.change(offer, { calledOffAt: new Date() });
    return true;
  }

  private async handOver(offer: Offer): Promise<Sale> {
    const { name } = offer;
    const [seller] = await this.database.select().from(brokerSeller).where(eq(brokerSeller.name, name));
    const does = seller?.does ?? 'handOver';
    if (does === 'backOut') return { state: 'off' };
    const authCode = `Sold-${randomUUID().slice(0, 13)}`;
    if (does === 'nothing' || !(await this.release('PUT', name, authCode))) return { state: 'awaited' };
    const given = does === 'giveWrongCode' ? `not-${authCode}` : authCode;
    await this.change(offer, { authCode: given });
    return { state: 'delivered', authCode: given };
  }

  /** The registrar that the name is with unlocks it and gives it a code, or locks it again. */
  private async release(method: 'PUT' | 'DELETE', name: string, authCode?: string): Promise<boolean> {
    const { host, registrarsPort } = this.config;
    const response = await fetch(`http://${host}:${registrarsPort}/releases/${name}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(authCode === undefined ? {} : { body: JSON.stringify({ authCode }) }),
    });
    const { code, said } = { code: 0, said: '', ...((await response.json()) as object) };
    if (code !== 1000) this.log.info({ name, code, said }, 'a name that is sold could not be unlocked');
    return code === 1000;
  }

  private async change({ reference }: Offer, to: Partial<Offer>): Promise<void> {
    await this.database.update(brokerOffer).set(to).where(eq(brokerOffer.reference, reference));
  }
}
