import { createPrivateKey } from 'node:crypto';
import { Resolver } from 'node:dns/promises';
import { SMTPServer } from 'smtp-server';
import { ownMailHost } from '@tienda/core/dns/mailForward';
import { readPostboxConfig } from '../platform/config';
import { Notifications } from '../platform/db/notifications';
import { openPool } from '../platform/db/pool';
import { certificateKeys, forwardChanges } from '../platform/db/schema';
import { Limits } from '../platform/http/limits';
import { openLog } from '../platform/http/log';
import { networkOf } from '../platform/http/network';
import { Keyring } from '../platform/secrets/keyring';
import { Carrier } from './carrying';
import { Deliveries } from './delivering';
import { largestMail, receiving, type Spend } from './receiving';
import { Senders } from './senders';
import { PostboxStore } from './store';

/** Takes mail in for addresses that are forwarded: a program of its own that never asks the shop, and may run many times. */
const config = readPostboxConfig();
const { host, port, databaseUrl, directDatabaseUrl, reachable } = config;
const log = openLog(config.logLevel);
const patience = { connectionTimeoutMillis: 3000, query_timeout: 10_000 };
const pool = openPool({ connectionString: databaseUrl, max: 10, ...patience }, databaseUrl === directDatabaseUrl);
const store = PostboxStore.over(pool);
const senders = new Senders(new Keyring(config.codeKeys), ownMailHost);

const resolver = new Resolver({ timeout: 1500, tries: 2 });
resolver.setServers(config.resolvers.map(({ address, port }) => `${address}:${port}`));
const resolve = (name: string, type: string): Promise<unknown> => resolver.resolve(name, type);

/** Steps that are left until this process ends; only in tests. */
let stepsLeft = config.dieAfter;
const step = () => {
  if (stepsLeft === 0) return;
  stepsLeft -= 1;
  if (stepsLeft === 0) process.kill(process.pid, 'SIGKILL');
};

/** Connections of one network, and mails of one name. */
const allowed = { client: { times: 1200, seconds: 3600 }, name: { times: 2000, seconds: 3600 } } as const;
const limits = new Limits(pool, config.limits);
const spend: Spend = (what, whose) =>
  limits.wait({ ...allowed[what], what: `mail ${what}`, whose: what === 'client' ? networkOf(whose) : whose });

const carrier = new Carrier({ host: ownMailHost, port, resolve, reachable });
const deliveries = new Deliveries({ host: ownMailHost, store, carrier, senders, log, step, leaseMs: config.leaseMs });
const privateKey = createPrivateKey({ key: Buffer.from(config.mailKey, 'base64'), format: 'der', type: 'pkcs8' });
const smtp = new SMTPServer({
  name: ownMailHost,
  banner: 'Mail at Tienda',
  disabledCommands: ['AUTH'],
  disableReverseLookup: true,
  hideSMTPUTF8: true,
  // Before there is a certificate nothing is private.
  hideSTARTTLS: true,
  size: largestMail,
  maxClients: 200,
  socketTimeout: 60_000,
  closeTimeout: 2000,
  ...receiving({
    host: ownMailHost,
    store: {
      routeOf: (local, at) => store.routeOf(local, at),
      accept: async (accepted, at) => {
        step();
        await store.accept(accepted, at);
        step();
      },
    },
    senders,
    resolve,
    seal: {
      signingDomain: 'tienda.example',
      selector: 'mail',
      privateKey: privateKey.export({ type: 'pkcs8', format: 'pem' }).toString(),
    },
    spend,
    came: () => deliveries.soon(),
    log,
  }),
});
smtp.on('error', (fault) => log.info({ err: fault }, 'mail session ended by a fault'));

/** Connections are made private with the latest certificate. */
async function takeCertificate(): Promise<void> {
  const keys = new Keyring(config.sealingKeys);
  const found = await store.certificate(ownMailHost);
  if (!found) return;
  smtp.updateSecureContext({ cert: found.chain, key: keys.open(certificateKeys, found.key), minVersion: 'TLSv1.2' });
  smtp.options.hideSTARTTLS = false;
}

const notifications = new Notifications(directDatabaseUrl, log);
await notifications.subscribe(forwardChanges, (about) => {
  if (about !== ownMailHost && about !== '') return;
  takeCertificate().catch((fault: unknown) => log.warn({ err: fault }, 'the certificate could not be read'));
});
await notifications.open();
await takeCertificate();
if (smtp.options.hideSTARTTLS) await store.wantCertificate(ownMailHost);
await new Promise<void>((resolve, reject) => {
  smtp.server.once('error', reject);
  smtp.listen(port, host, resolve);
});
deliveries.start();
log.info({ port }, 'mail is taken in');

for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => smtp.close(() => process.exit(0)));
