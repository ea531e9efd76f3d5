import { PassThrough } from 'node:stream';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { Notifications } from '../../platform/db/notifications';
import { sentOnce } from '../../platform/http/idempotency';
import { accountRoute, type Route } from '../../platform/http/route';
import { HoldModel, NewOrder } from './models';
import type { OrderPayments } from './payments';
import type { OrderService } from './service';
import { orderChannel } from '../operations/store';

/** A comment is sent this often, so that nothing between closes a quiet stream. */
const heartbeatMs = 15_000;

/** Runs an action that is asked for again and again: never twice beside each other, and once more after the last time. */
function onceAtATime(action: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | undefined;
  let isAsked = false;
  const run = async () => {
    while (isAsked) {
      isAsked = false;
      await action();
    }
  };
  return () => {
    isAsked = true;
    running ??= run().finally(() => {
      running = undefined;
    });
    return running;
  };
}

export function orderRoutes(orders: OrderService, payments: OrderPayments, notifications: Notifications): Route[] {
  return [
    accountRoute(
      'post',
      '/api/me/orders',
      { needs: 'order', summary: 'Places an order for a quote', model: NewOrder, perMinute: 30, takesKey: true },
      async ({ ctx, actor, body }) => ({ status: 201, body: await orders.place(actor, sentOnce(ctx), body) }),
    ),
    accountRoute(
      'post',
      '/api/me/orders/:id/cancel',
      { needs: 'cancelPayment', summary: 'Gives up a payment that waits for its buyer', perMinute: 30 },
      async ({ actor, params }) => ({
        body: await payments.cancel(actor, params['id'] ?? ''),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/orders/:id/hold',
      { needs: 'cancelPayment', summary: 'Holds its money by another card', model: HoldModel, perMinute: 10 },
      async ({ actor, params, body: { payment } }) => ({
        body: await payments.holdBy(actor, params['id'] ?? '', payment),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/orders',
      { needs: 'seeOrders', summary: 'Orders, the latest first' },
      async ({ actor }) => ({
        body: await orders.list(actor),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/agreements',
      { needs: 'seeOrders', summary: 'Versions of terms agreed to with orders, and when first' },
      async ({ actor }) => ({ body: await orders.agreed(actor) }),
    ),
    accountRoute(
      'get',
      '/api/me/orders/:id',
      { needs: 'seeOrders', summary: 'One order' },
      async ({ actor, params }) => ({
        body: await orders.find(actor, params['id'] ?? ''),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/orders/:id/progress',
      {
        needs: 'seeOrders',
        summary: 'The order each time something happened to it, until it ends',
        produces: 'text/event-stream',
      },
      async ({ ctx, actor, params }) => {
        const id = params['id'] ?? '';
        const stream = new PassThrough();
        let told = 0;
        const tell = (order: ShownOrder) => {
          // What is read here may be older than what was told, and the end may have been told meanwhile.
          if (stream.writableEnded || order.events.length < told) return;
          told = order.events.length;
          stream.write(`id: ${told}\ndata: ${JSON.stringify(order)}\n\n`);
          if (order.ended) stream.end();
        };
        const look = onceAtATime(async () => tell(await orders.find(actor, id)));
        // Not waited for: where much happens the looks do not end before the order does, and nothing is sent before this returns.
        const lookSoon = () => void look().catch(() => stream.destroy());
        let hasBegun = false;
        let heardBefore = 0;
        const unsubscribe = await notifications.subscribe(orderChannel, (payload) => {
          // An empty payload: something may have been missed.
          if (payload !== id && payload !== '') return;
          if (hasBegun) lookSoon();
          else heardBefore += 1;
        });
        stream.once('close', unsubscribe);
        try {
          tell(await orders.find(actor, id));
        } catch (fault) {
          stream.destroy();
          throw fault;
        }
        hasBegun = true;
        if (heardBefore > 0) lookSoon();
        ctx.type = 'text/event-stream';
        ctx.set('Cache-Control', 'no-store');
        ctx.body = stream;
        const heartbeat = setInterval(() => {
          if (!stream.writableEnded) stream.write(': still here\n\n');
        }, heartbeatMs);
        stream.once('close', () => clearInterval(heartbeat));
        return undefined;
      },
    ),
  ];
}
