import { setTimeout as pause } from 'node:timers/promises';
import type { OrderStore } from './store';

/** Where none of them moves on for so long, somebody outside is silent. */
const stillMs = 5000;
const lookEveryMs = 20;

/** Waits until the orders that the clock placed have ended, or none of them moves on any more, however slow the machine is. */
export async function clockAtRest(orders: Pick<OrderStore, 'stepsOfClock'>, afterMs = stillMs): Promise<void> {
  let known: number | undefined;
  let movedAt = Date.now();
  for (;;) {
    const steps = await orders.stepsOfClock();
    if (steps === undefined) return;
    if (steps !== known) movedAt = Date.now();
    else if (Date.now() - movedAt >= afterMs) return;
    known = steps;
    await pause(lookEveryMs);
  }
}
