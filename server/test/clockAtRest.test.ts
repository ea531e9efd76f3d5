import { clockAtRest } from '../src/names/orders/clockAtRest';

/** Orders whose steps are these, the last of them ever after. */
function ordersAt(steps: readonly (number | undefined)[]) {
  let asked = 0;
  return {
    stepsOfClock: () => Promise.resolve(steps[Math.min(asked++, steps.length - 1)]),
    timesAsked: () => asked,
  };
}

test('a day that is passed by waits for orders as long as they move on, however long that takes', async () => {
  const orders = ordersAt([...Array.from({ length: 20 }, (_, i) => i), undefined]);
  await clockAtRest(orders, 1);
  expect(orders.timesAsked()).toBe(21);
});

test('it does not wait for ever where nobody answers', async () => {
  const orders = ordersAt([4, 7]);
  await clockAtRest(orders, 50);
  expect(orders.timesAsked()).toBeGreaterThan(2);
});

test('it does not wait where nothing was ordered', async () => {
  const orders = ordersAt([undefined]);
  await clockAtRest(orders);
  expect(orders.timesAsked()).toBe(1);
});
