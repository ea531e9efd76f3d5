import { notFound } from '../src/platform/http/problem';
import { needZone } from '../src/names/held/needZone';
import type { HeldNow } from '../src/names/held/store';
import type { KeptZone } from '../src/names/zones/store';

const name = 'saltwhistle.org';
const holding = { account: 'maren' } as Parameters<typeof needZone>[2];
const held = { name } as HeldNow;
const kept = { name } as KeptZone;

/** A shop where the name is held for so many looks at it, and has its zone or not. */
function shop(looks: number, found: KeptZone | undefined) {
  let left = looks;
  const need = async () => {
    left -= 1;
    if (left < 0) throw notFound('name among yours');
    return held;
  };
  return [{ need }, { find: async () => found }] as const;
}

test('a name comes with its zone', async () => {
  expect(await needZone(...shop(1, kept), holding, name)).toEqual({ held, kept });
});

test('a name that goes as it is looked at is not among the account’s: no fault', async () => {
  await expect(needZone(...shop(1, undefined), holding, name)).rejects.toMatchObject({ status: 404 });
});

test('a name that is held and has no zone is a fault of ours', async () => {
  await expect(needZone(...shop(9, undefined), holding, name)).rejects.toThrow(`${name} is held and has no zone`);
});
