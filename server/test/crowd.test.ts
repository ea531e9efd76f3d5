import { setTimeout as pause } from 'node:timers/promises';
import { Crowd } from '../src/find/search/crowd';

/** Whether something has come about, by now. */
async function isOver(what: Promise<void>): Promise<boolean> {
  return Promise.race([what.then(() => true), pause(20).then(() => false)]);
}

test('who searches alone, or beside one other, waits for nobody', async () => {
  const crowd = new Crowd();
  crowd.join();
  crowd.join();
  expect(await isOver(crowd.firstsFirst())).toBe(true);
});

test('in a crowd the rest waits until all but two have seen an answer', async () => {
  const crowd = new Crowd();
  const answered = Array.from({ length: 4 }, () => crowd.join());
  const rests = [crowd.firstsFirst(), crowd.firstsFirst()];
  answered[0]!();
  // Said twice, it is one answer.
  answered[0]!();
  expect(await isOver(Promise.all(rests).then(() => undefined))).toBe(false);
  answered[1]!();
  expect(await isOver(Promise.all(rests).then(() => undefined))).toBe(true);
  expect(await isOver(crowd.firstsFirst())).toBe(true);
});

test('what was told to the last of a crowd goes out before anybody works on', async () => {
  const crowd = new Crowd();
  const [last] = Array.from({ length: 3 }, () => crowd.join());
  const rest = crowd.firstsFirst();
  let isOut = false;
  // As an answer of a registry is: read, and written where the visitor is, within one turn.
  await Promise.resolve();
  process.nextTick(() => (isOut = true));
  last!();
  await rest;
  expect(isOut).toBe(true);
});

test('a registry that is silent, and searches that keep coming, hold nobody up for long', async () => {
  const crowd = new Crowd();
  for (let i = 0; i < 5; i += 1) crowd.join();
  const rest = crowd.firstsFirst();
  const others = setInterval(() => crowd.join(), 10);
  try {
    await rest;
  } finally {
    clearInterval(others);
  }
  await pause(300);
  expect(await isOver(crowd.firstsFirst())).toBe(true);
});
