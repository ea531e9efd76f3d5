import Router from '@koa/router';
import { eq, inArray, like } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { TransferDomain, UpdateDomain } from '@tienda/core/epp/command';
import type { EppTransfer } from '@tienda/core/epp/objects';
import { isoDate } from '@tienda/core/time/isoDate';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { registeredDomain, registryMessage, registrySetting } from '../db/schema';
import { serveHttp } from '../platform/http';
import { strangersName, strangersRegistrars } from '../registry/background';
import { labelOf, zoneOf } from '../registry/life';
import { certificateIn } from '../registry/certificate';
import { registries } from '../registry/registries';
import { EppClient } from './eppClient';

/** What a registrar does that another one asks for a name: it agrees, says no, stays silent, or never hears of it. */
const answers = ['approve', 'reject', 'ignore', 'lose'] as const;

type Answer = (typeof answers)[number];

/** How each of them is by itself. */
const usual: Readonly<Record<(typeof strangersRegistrars)[number], Answer>> = {
  harbourgate: 'approve',
  'northlight-names': 'reject',
  'penny-quay': 'ignore',
  'oldmill-domains': 'lose',
};

/** The one that asks for names where nothing else is said. */
const askingByItself = 'penny-quay' satisfies (typeof strangersRegistrars)[number];

interface Request {
  readonly authCode: string;
  readonly registrar: string;
}

/** How often they look into their queues. */
const everyMs = 10_000;
const shortestMs = 200;

/** The other registrars: they hear from the registries who asks for their names, and decide on it. */
export async function startRegistrars(config: StandInConfig, database: Database, log: Logger): Promise<void> {
  const { certificate } = await certificateIn(config.tlsDirectory);
  const { host, registryPort, registryPassword: password } = config;
  const router = new Router();
  router.put('/answers/:name', async (ctx) => {
    const { answer } = { answer: '', ...(ctx.request.body as object) };
    if (!answers.includes(answer as Answer)) throw new TypeError(`answer is one of ${answers.join(', ')}`);
    const key = keyOf(String(ctx.params['name']));
    await database
      .insert(registrySetting)
      .values({ key, value: answer })
      .onConflictDoUpdate({ target: registrySetting.key, set: { value: answer } });
    ctx.status = 204;
  });
  router.get('/answers', async (ctx) => {
    const rows = await database
      .select()
      .from(registrySetting)
      .where(like(registrySetting.key, keyOf('%')));
    ctx.body = rows.map(({ key, value }) => ({ name: key.slice(keyOf('').length), answer: value }));
  });
  // One of them asks for a name that is elsewhere, as its customer wishes, or does not any more.
  router.put('/requests/:name', async (ctx) => {
    const { authCode, registrar = askingByItself } = { authCode: '', ...(ctx.request.body as Partial<Request>) };
    if (!strangersRegistrars.includes(registrar as typeof askingByItself))
      throw new TypeError(`registrar is one of ${strangersRegistrars.join(', ')}`);
    ctx.body = await asked(String(ctx.params['name']), registrar, { step: 'request', authCode });
  });
  router.delete('/requests/:name', async (ctx) => {
    const { registrar = askingByItself } = ctx.query;
    ctx.body = await asked(String(ctx.params['name']), String(registrar), { step: 'cancel' });
  });
  // Its holder sells a name: it is unlocked there, with a new code, or locked again where nothing came of it.
  router.put('/releases/:name', async (ctx) => {
    const { authCode } = { authCode: '', ...(ctx.request.body as { authCode?: string }) };
    ctx.body = await changed(String(ctx.params['name']), false, { change: { authCode } });
  });
  router.delete('/releases/:name', async (ctx) => {
    ctx.body = await changed(String(ctx.params['name']), true, {});
  });
  await serveHttp(router, host, config.registrarsPort, log);
  const sessions = new Map<string, EppClient>();
  const sessionOf = (registry: string, clientId: string): EppClient => {
    const key = `${registry} ${clientId}`;
    const port = registryPort + registries.findIndex(({ id }) => id === registry);
    const session = sessions.get(key) ?? new EppClient({ host, port, certificate, clientId, password });
    sessions.set(key, session);
    return session;
  };
  const changed = async (name: string, isLocked: boolean, also: Pick<UpdateDomain, 'change'>) => {
    const session = sessionOf(registryOf(name).id, await sponsorOf(database, name));
    const info = await session.send({ type: 'infoDomain', name });
    const lock = { statuses: ['clientTransferProhibited'] };
    const wasLocked = info.data?.type === 'domain' && info.data.domain.statuses.includes(lock.statuses[0] ?? '');
    const turned = wasLocked === isLocked ? {} : isLocked ? { add: lock } : { remove: lock };
    const { code, reason, message } = await session.send({ type: 'updateDomain', name, ...turned, ...also });
    return { code, said: reason ?? message };
  };
  const asked = async (name: string, registrar: string, what: Pick<TransferDomain, 'step' | 'authCode'>) => {
    const registry = registryOf(name);
    const answer = await sessionOf(registry.id, registrar).send({ type: 'transferDomain', name, ...what });
    return { code: answer.code, said: answer.reason ?? answer.message };
  };
  const round = async () => {
    for (const { registry, client } of await queuesWithSomething(database))
      await hear(sessionOf(registry, client), (transfer) => decide(database, client, transfer)).catch(
        (fault: unknown) =>
          log.info({ err: fault, registrar: client, registry }, 'a registry does not answer a registrar'),
      );
  };
  const again = () =>
    setTimeout(
      () =>
        void round()
          .catch((fault: unknown) => log.warn(fault))
          .finally(again),
      Math.max(shortestMs, everyMs * config.pace),
    );
  again();
  log.info({ port: config.registrarsPort }, 'registrars listen');
}

function registryOf(name: string): (typeof registries)[number] {
  const registry = registries.find(({ zones }) => zones.includes(name.slice(name.indexOf('.') + 1)));
  if (!registry) throw new TypeError(`No registry keeps ${name}`);
  return registry;
}

/** The registrar that a name is with. */
async function sponsorOf(database: Database, name: string): Promise<string> {
  const [row] = await database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
  const sponsor = row?.sponsor ?? strangersName(labelOf(name), zoneOf(name), isoDate(new Date()))?.sponsor;
  if (!strangersRegistrars.includes(sponsor as typeof askingByItself))
    throw new TypeError(`${name} is with none of them`);
  return sponsor ?? '';
}

const keyOf = (name: string) => `answer ${name}`;

async function decide(database: Database, registrar: string, { name }: EppTransfer): Promise<Answer> {
  const [own] = await database
    .select()
    .from(registrySetting)
    .where(eq(registrySetting.key, keyOf(name)));
  return (own?.value as Answer | undefined) ?? usual[registrar as keyof typeof usual];
}

/** Queues in which something waits: a session costs both sides something, so that those of empty ones are spared. */
function queuesWithSomething(database: Database): Promise<{ registry: string; client: string }[]> {
  return database
    .selectDistinct({ registry: registryMessage.registry, client: registryMessage.client })
    .from(registryMessage)
    .where(inArray(registryMessage.client, [...strangersRegistrars]));
}

/** Empties a queue. A name that is asked for is decided on before its message is taken. */
async function hear(registry: EppClient, decide: (transfer: EppTransfer) => Promise<Answer>): Promise<void> {
  for (;;) {
    const { code, queue, data } = await registry.send({ type: 'poll' });
    if (code !== 1301 || !queue) return;
    const transfer = data?.type === 'domainTransfer' ? data.transfer : undefined;
    const answer = transfer?.status === 'pending' ? await decide(transfer) : 'ignore';
    if (transfer && (answer === 'approve' || answer === 'reject'))
      await registry.send({ type: 'transferDomain', step: answer, name: transfer.name });
    await registry.send({ type: 'pollAck', id: queue.id });
  }
}
