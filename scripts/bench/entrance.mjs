import { signUp, Visitor } from '../demo.mjs';
import { percentile, round } from './measure.mjs';

const times = 40;
const password = 'a slow green boat';
const email = (name) => `${name}-${Date.now().toString(36)}@saltwhistle.example`;

/** What a stranger may ask of an address, and what would tell by its time whether it has an account. */
const questions = [
  ['sign up', '/api/accounts', { password }],
  ['sign in with a wrong password', '/api/session', { password: 'not the password' }],
  ['ask for a new password', '/api/accounts/reset', {}],
];

/** How long the answer takes for an address that has an account, beside one that has none; asked by turns. */
export async function benchEntrance(url) {
  const known = email('known');
  await signUp(await Visitor.open(url), known, password);
  const visitor = await Visitor.open(url);
  const rows = [];
  for (const [what, path, body] of questions) {
    const samples = { known: [], unknown: [] };
    for (let i = 0; i < times; i += 1)
      for (const kind of i % 2 ? ['known', 'unknown'] : ['unknown', 'known']) {
        const start = performance.now();
        await visitor.send('POST', path, { ...body, email: kind === 'known' ? known : email(`unknown${i}`) });
        samples[kind].push(performance.now() - start);
      }
    const [ours, floor] = [percentile(samples.known, 0.5), percentile(samples.unknown, 0.5)];
    rows.push({
      what: `${what}, an address with an account`,
      p50: round(ours),
      unit: 'ms',
      floor: round(floor),
      floorIs: 'one without',
      ratio: round(ours / floor, 2),
    });
  }
  return rows;
}
