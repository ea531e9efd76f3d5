import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { tell } from '../src/forgetter/controlSocket';
import { Forgetting } from '../src/forgetter/forgetting';

/** What a name server is told to forget, in order; it is away as long as `isAway`. */
function nameServer() {
  const forgotten: (string | undefined)[] = [];
  const state = { isAway: false, tries: 0 };
  const forgetting = new Forgetting(async (zone) => {
    state.tries += 1;
    await pause(1);
    if (state.isAway) throw new Error('away');
    forgotten.push(zone);
  });
  return { forgotten, state, forgetting };
}

test('a zone that has changed is forgotten at once, and again a moment later', async () => {
  const { forgotten, forgetting } = nameServer();
  forgetting.tell('saltwhistle.sail');
  forgetting.tell('quayquill.studio');
  await forgetting.settled();
  expect(forgotten).toEqual(['saltwhistle.sail', 'quayquill.studio']);
  await pause(1100);
  await forgetting.settled();
  expect(forgotten.toSorted()).toEqual([
    'quayquill.studio',
    'quayquill.studio',
    'saltwhistle.sail',
    'saltwhistle.sail',
  ]);
});

test('a name server that is away is told once it is back; many are forgotten with all', async () => {
  const { forgotten, state, forgetting } = nameServer();
  state.isAway = true;
  forgetting.tell('saltwhistle.sail');
  while (state.tries < 2) await pause(5);
  expect(forgotten).toEqual([]);
  state.isAway = false;
  await forgetting.settled();
  expect(forgotten).toEqual(['saltwhistle.sail']);
  state.isAway = true;
  for (let i = 0; i < 3000; i += 1) forgetting.tell(`berth${i}.org`);
  state.isAway = false;
  await forgetting.settled();
  expect(forgotten).toContain(undefined);
  expect(forgotten.length).toBeLessThan(1100);
});

test('a line is said over the socket; nobody there is a fault', async () => {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'tienda-')), 'socket');
  const server = createServer((socket) => socket.on('data', (line) => socket.end(`heard ${String(line)}`)));
  await new Promise<void>((resolve) => server.listen(file, resolve));
  expect(await tell(file, 'PURGE saltwhistle.sail$')).toBe('heard PURGE saltwhistle.sail$\n');
  await new Promise((resolve) => server.close(resolve));
  await expect(tell(file, 'PURGE')).rejects.toThrow();
});
