import Router from '@koa/router';
import { eq, isNotNull } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { brokerOffer, brokerSeller } from '../db/schema';
import { serveHttp } from '../platform/http';
import { chanceOf } from '../platform/chance';
import { Sales, sellersDo, type SellerDoes } from './sales';

/** How long a holder thinks about an offer, at the pace of the demo. */
const thinksForMs = 12_000;

type Answer =
  | { readonly state: 'sent' | 'accepted' | 'declined' }
  | { readonly state: 'countered'; readonly amount: number };

/**
 * Reaches the holders of names for those who want to buy one: takes an offer, puts it to the holder, tells the
 * answer; of one that was accepted and paid for, has the name handed over, and pays the holder once it has come. Amounts
 * are US cents that would reach the holder.
 */
export async function startBroker(config: StandInConfig, database: Database, log: Logger): Promise<void> {
  const router = new Router();
  router.use(async (ctx, next) => {
    if (ctx.get('Authorization') === `Bearer ${config.brokerKey}`) await next();
    else ctx.status = 401;
  });
  router.put('/v1/offers/:reference', async (ctx) => {
    const { name, amount, message } = readOffer(ctx.request.body);
    const reference = String(ctx.params['reference']);
    const sentAt = new Date();
    await database
      .insert(brokerOffer)
      .values({ reference, name, amount, message, sentAt })
      .onConflictDoUpdate({
        target: brokerOffer.reference,
        set: { amount, message, sentAt },
        setWhere: eq(brokerOffer.name, name),
      });
    ctx.body = { state: 'sent' };
  });
  router.get('/v1/offers/:reference', async (ctx) => {
    const [offer] = await database
      .select()
      .from(brokerOffer)
      .where(eq(brokerOffer.reference, String(ctx.params['reference'])));
    if (!offer) return void (ctx.status = 404);
    const waited = Date.now() - offer.sentAt.getTime();
    ctx.body = waited < thinksForMs * config.pace ? { state: 'sent' } : answerOf(offer.name, offer.amount);
  });
  router.delete('/v1/offers/:reference', async (ctx) => {
    await database.delete(brokerOffer).where(eq(brokerOffer.reference, String(ctx.params['reference'])));
    ctx.status = 204;
  });
  const sales = new Sales(database, config, thinksForMs * config.pace, log);
  const offerOf = async (reference: unknown) => {
    const [offer] = await database
      .select()
      .from(brokerOffer)
      .where(eq(brokerOffer.reference, String(reference)));
    return offer && answerOf(offer.name, offer.amount).state === 'accepted' ? offer : undefined;
  };
  router.put('/v1/offers/:reference/sale', async (ctx) => {
    const offer = await offerOf(ctx.params['reference']);
    ctx.body = offer ? await sales.asked(offer) : { state: 'off' };
  });
  router.put('/v1/offers/:reference/payment', async (ctx) => {
    const offer = await offerOf(ctx.params['reference']);
    const { amount } = { amount: 0, ...(ctx.request.body as { amount?: number }) };
    ctx.status = offer && (await sales.pay(offer, amount)) ? 204 : 409;
  });
  router.delete('/v1/offers/:reference/sale', async (ctx) => {
    const offer = await offerOf(ctx.params['reference']);
    ctx.status = !offer || (await sales.callOff(offer)) ? 204 : 409;
  });
  // What came of sales, and what holders are to do: for whoever tries the shop out.
  router.get('/v1/sales', async (ctx) => {
    ctx.body = await database.select().from(brokerOffer).where(isNotNull(brokerOffer.soldAt));
  });
  router.put('/v1/sellers/:name', async (ctx) => {
    const { does } = { does: '', ...(ctx.request.body as object) };
    if (!sellersDo.includes(does as SellerDoes)) throw new TypeError(`does is one of ${sellersDo.join(', ')}`);
    const values = { name: String(ctx.params['name']), does: does as SellerDoes };
    await database.insert(brokerSeller).values(values).onConflictDoUpdate({ target: brokerSeller.name, set: values });
    ctx.status = 204;
  });
  await serveHttp(router, config.host, config.brokerPort, log);
  log.info({ port: config.brokerPort }, 'broker listens');
}

/** Every holder has a price in mind: it is taken, asked for where the offer comes near, or the offer is turned down. */
function answerOf(name: string, amount: number): Answer {
  const wanted = 20_000 + Math.round(chanceOf(`wanted ${name}`) * 4800) * 100;
  if (amount >= wanted) return { state: 'accepted' };
  return amount >= wanted * 0.4 ? { state: 'countered', amount: wanted } : { state: 'declined' };
}

function readOffer(body: unknown): { name: string; amount: number; message: string } {
  const { name, amount, message } = { ...(body as Record<string, unknown>) };
  if (typeof name !== 'string' || !Number.isSafeInteger(amount) || typeof amount !== 'number' || amount <= 0)
    throw new TypeError('An offer names a name and an amount in cents');
  return { name, amount, message: typeof message === 'string' ? message : '' };
}
