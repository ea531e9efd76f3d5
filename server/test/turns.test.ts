import { Turns } from '../src/gateways/registry/turns';

function taken(turns: Turns<string>): string[] {
  const order: string[] = [];
  for (let next = turns.shift(); next !== undefined; next = turns.shift()) order.push(next);
  return order;
}

test('askers take turns, however many each has lined up', () => {
  const turns = new Turns<string>();
  for (const turn of ['a1', 'a2', 'a3', 'a4']) turns.push('a', turn);
  turns.push('b', 'b1');
  turns.push('c', 'c1');
  turns.push('c', 'c2');
  expect(taken(turns)).toEqual(['a1', 'b1', 'c1', 'a2', 'c2', 'a3', 'a4']);
  expect(turns.waiting).toBe(false);
});

test('a turn taken back is not served, and its asker is forgotten when nothing is left', () => {
  const turns = new Turns<string>();
  turns.push('a', 'a1');
  turns.push('b', 'b1');
  turns.remove('a', 'a1');
  turns.remove('a', 'a1');
  turns.remove('stranger', 'x');
  expect(taken(turns)).toEqual(['b1']);
});

test('all can be sent away at once', () => {
  const turns = new Turns<string>();
  turns.push('a', 'a1');
  turns.push('b', 'b1');
  expect(turns.drain()).toEqual(['a1', 'b1']);
  expect(turns.shift()).toBeUndefined();
});
