import { setImmediate as nextTurn } from 'node:timers/promises';
import { SideBySide } from '../src/platform/jobs/sideBySide';

/** Begins what it is told to, writes down what it began, and ends each when it is told to. */
function jobs(atOnce: number) {
  const began: string[] = [];
  const ends = new Map<string, () => void>();
  const sideBySide = new SideBySide<string>(atOnce, (id, known) => {
    began.push(known === undefined ? id : `${id} ${known}`);
    return new Promise((resolve) => {
      ends.set(id, resolve);
    });
  });
  const end = async (id: string) => {
    ends.get(id)?.();
    await nextTurn();
  };
  return { sideBySide, began, end };
}

test('only so many run side by side, and others as those end', async () => {
  const { sideBySide, began, end } = jobs(2);
  for (const id of ['a', 'b', 'c', 'd']) sideBySide.wake(id);
  expect(began).toEqual(['a', 'b']);
  await end('b');
  expect(began).toEqual(['a', 'b', 'c']);
  await end('a');
  expect(began).toEqual(['a', 'b', 'c', 'd']);
});

test('what is woken while it runs runs once more, however often it was woken', async () => {
  const { sideBySide, began, end } = jobs(2);
  sideBySide.wake('a');
  sideBySide.wake('a');
  sideBySide.wake('a');
  expect(began).toEqual(['a']);
  await end('a');
  expect(began).toEqual(['a', 'a']);
  await end('a');
  expect(began).toEqual(['a', 'a']);
});

test('what comes while there is room runs with what is known of it, and has its room kept meanwhile', async () => {
  const { sideBySide, began, end } = jobs(1);
  await sideBySide.begin('a', async (hasRoom) => {
    expect(hasRoom).toBe(true);
    sideBySide.wake('b');
    await nextTurn();
    expect(began).toEqual([]);
    return 'known';
  });
  expect(began).toEqual(['a known']);
  await end('a');
  expect(began).toEqual(['a known', 'b']);
});

test('what comes while there is no room waits its turn, and is to be found out about again then', async () => {
  const { sideBySide, began, end } = jobs(1);
  sideBySide.wake('a');
  const rooms: boolean[] = [];
  await sideBySide.begin('b', async (hasRoom) => {
    rooms.push(hasRoom);
    return 'known';
  });
  expect(rooms).toEqual([false]);
  expect(began).toEqual(['a']);
  await end('a');
  expect(began).toEqual(['a', 'b']);
});

test('room that was kept for what does not come, or fails to, is for others', async () => {
  const { sideBySide, began, end } = jobs(1);
  await sideBySide.begin('a', async () => {
    sideBySide.wake('b');
    return undefined;
  });
  expect(began).toEqual(['b']);
  await end('b');
  const failing = sideBySide.begin('c', async () => {
    sideBySide.wake('d');
    throw new Error('It did not come');
  });
  await expect(failing).rejects.toThrow('It did not come');
  expect(began).toEqual(['b', 'd']);
});

test('once closed nothing more begins, and what is under way is waited for', async () => {
  const { sideBySide, began, end } = jobs(2);
  sideBySide.wake('a');
  let isClosed = false;
  const closing = sideBySide.close().then(() => {
    isClosed = true;
  });
  sideBySide.wake('b');
  await sideBySide.begin('c', async (hasRoom) => (hasRoom ? undefined : 'known'));
  await nextTurn();
  expect(isClosed).toBe(false);
  await end('a');
  await closing;
  expect(began).toEqual(['a']);
});
