import path from 'node:path';
import { ownNameservers } from '@tienda/core/dns/delegation';

/** Where one registry listens, and how much of it Tienda may use at once. */
interface RegistryAddress {
  readonly id: string;
  readonly port: number;
  /** Sessions that one server process opens at the most. */
  readonly sessions: number;
  readonly namesPerCheck: number;
  /** Commands whose fees one check may ask for. */
  readonly feesPerCheck: number;
}

/** The one in use first. */
type Keys = readonly [string, ...string[]];

/** Where a server of the domain name system is reached. */
interface DnsServer {
  readonly address: string;
  readonly port: number;
}

export interface Config {
  readonly host: string;
  readonly port: number;
  readonly databaseUrl: string;
  /** That this process opens at the most, beside those for locks, queue and notifications. */
  /** The same database without a pooler between: for notifications and migrations, which need a session. */
  readonly directDatabaseUrl: string;
  readonly databaseConnections: number;
  /** Auth codes and links in mails are made with it; older ones after the one in use. */
  readonly codeKeys: Keys;
  /** Seals the secrets of second steps; older ones after the one in use. */
  readonly sealingKeys: Keys;
  /** Proxies of ours that every request has come through. */
  readonly proxies: number;
  /** Visitors come over HTTPS. */
  readonly isSecure: boolean;
  readonly registryHost: string;
  readonly registryPassword: string;
  /** Certificate that registries are trusted by. */
  readonly registryCertificate: string;
  readonly registries: readonly RegistryAddress[];
  readonly registryControlUrl: string;
  /** How long a registry may take to answer. */
  readonly registryTimeoutMs: number;
  /** Where the registries' zone files are. */
  readonly zonesUrl: string;
  /** Where the index of registered names is kept. */
  readonly zonesDirectory: string;
  /** Where RDAP's bootstrap file is. */
  readonly rdapUrl: string;
  readonly dns: {
    /** Where name servers of anyone are asked. */
    readonly port: number;
    /** Tienda's own name servers. */
    readonly nameServers: readonly (DnsServer & { readonly host: string })[];
    /** Resolvers of places from which visitors come. */
    readonly resolvers: readonly DnsServer[];
    /** Name servers of the made-up internet of the demo, which only this machine reaches. */
    readonly reachable: readonly string[];
  };
  readonly sites: {
    /** The addresses at which visitors of forwarded names come in. */
    readonly forwarders: readonly string[];
    /** 80 and 443, but in the made-up internet of the demo. */
    readonly ports: { readonly http: number; readonly https: number };
    /** Addresses of that internet that only this machine reaches; at those ports alone. */
    readonly reachable: readonly string[];
  };
  /** Where mail servers listen, Tienda's own for forwarded mail among them. */
  readonly mailPort: number;
  readonly authority: {
    /** The directory of whoever issues certificates (RFC 8555 section 7.1.1). */
    readonly directory: string;
    /** PEM file of what its own connection is trusted by, beside what everyone trusts. */
    readonly trusted?: string;
    /** Of the demo, where nobody trusts what it issues: where what to trust is found. */
    readonly roots?: string;
  };
  readonly brokerUrl: string;
  readonly brokerKey: string;
  /** How often what falls due by itself is looked after. */
  readonly sweepSeconds: number;
  /** How long a process may be silent before others take over what it was at work on. */
  readonly leaseSeconds: number;
  readonly paymentsUrl: string;
  readonly paymentsKey: string;
  /** The provider signs its notices with it. */
  readonly noticeSecret: string;
  /** Where the provider sends its notices: the same for all server processes. */
  readonly noticeUrl: string;
  /** Where the shop is for its visitors. */
  readonly publicUrl: string;
  readonly smtpPort: number;
  readonly mailUrl: string;
  /** Folder of the built web app. */
  readonly web: string;
  /** The pages that the build wrote ahead of time, as JSON. */
  readonly pages: string;
  /** File of word frequencies, synonyms and sounds. */
  readonly words: string;
  /** JSON schemas of all answers. */
  readonly answerSchemas: string;
  /** Demo inbox, clock and faults are offered. */
  readonly demo: boolean;
  readonly logLevel: string;
  /** Ends the process after so many steps of orders; 0 does not. Only for tests. */
  readonly dieAfter: number;
  /** The quote whose order's steps count. */
  readonly dieOf: string;
  /** Multiplies every rate limit; tests that sign in a hundred times raise it. */
  readonly limits: number;
}

function number(name: string, fallback: number): number {
  const value = Number(process.env[name] ?? fallback);
  if (!Number.isFinite(value)) throw new Error(`${name} must be a number`);
  return value;
}

function needed(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: npm start sets it`);
  return value;
}

/** The key in use, then the older ones, separated by commas in their variable. */
function keys(name: string, older: string): Keys {
  return [needed(name), ...(process.env[older] ?? '').split(',').filter(Boolean)];
}

/** What the forwarder needs to know. */
interface ForwarderConfig extends Pick<
  Config,
  'host' | 'databaseUrl' | 'directDatabaseUrl' | 'logLevel' | 'sealingKeys'
> {
  readonly httpPort: number;
  readonly httpsPort: number;
}

export function readForwarderConfig(): ForwarderConfig {
  const { http: httpPort, https: httpsPort } = forwardPorts();
  return { ...common(), httpPort, httpsPort };
}

/** What is needed to tell a name server what has changed. */
export function readForgetterConfig() {
  const { directDatabaseUrl, logLevel } = common();
  return { directDatabaseUrl, logLevel, controlSocket: needed('TIENDA_CONTROL_SOCKET') };
}

/** What the postbox needs to know. */
interface PostboxConfig extends Pick<
  Config,
  'host' | 'databaseUrl' | 'directDatabaseUrl' | 'logLevel' | 'sealingKeys' | 'codeKeys' | 'limits'
> {
  /** Where mail comes in; here, and at all other mail servers. */
  readonly port: number;
  /** The key that what is passed on is sealed with: PKCS #8, base 64. */
  readonly mailKey: string;
  readonly resolvers: readonly DnsServer[];
  /** Addresses of the made-up internet of the demo that only this machine reaches. */
  readonly reachable: readonly string[];
  /** How long a delivery may take before others take it over, where this process is gone. */
  readonly leaseMs: number;
  /** Ends the process after so many steps; 0 does not. Only for tests. */
  readonly dieAfter: number;
}

export function readPostboxConfig(): PostboxConfig {
  return {
    ...common(),
    codeKeys: codeKeys(),
    port: mailPort(),
    mailKey: needed('TIENDA_MAIL_KEY'),
    resolvers: resolvers(),
    reachable: process.env['TIENDA_DEMO'] === '1' ? ['127.0.0.1', '127.0.0.6'] : [],
    limits: number('TIENDA_LIMITS', 1),
    // Longer than one may take where its target is silent.
    leaseMs: number('TIENDA_POSTBOX_LEASE_SECONDS', 120) * 1000,
    dieAfter: number('TIENDA_DIE_AFTER', 0),
  };
}

const codeKeys = () => keys('TIENDA_SECRET', 'TIENDA_OLD_SECRETS');
/** 25, but in the made-up internet of the demo. */
const mailPort = () => number('TIENDA_POSTBOX_PORT', 4355);

function resolvers(): DnsServer[] {
  const first = number('TIENDA_RESOLVER_PORT', 4356);
  return [0, 1, 2].map((place) => ({ address: '127.0.0.1', port: first + place }));
}

/** Where visitors of forwarded names come in. */
function forwardPorts() {
  const http = number('TIENDA_FORWARD_PORT', 4380);
  return { http, https: number('TIENDA_FORWARD_HTTPS_PORT', http + 63) };
}

function common() {
  return {
    sealingKeys: keys('TIENDA_SEALING_KEY', 'TIENDA_OLD_SEALING_KEYS'),
    host: process.env['TIENDA_HOST'] ?? '127.0.0.1',
    databaseUrl: needed('DATABASE_URL'),
    directDatabaseUrl: process.env['TIENDA_DIRECT_DATABASE_URL'] ?? needed('DATABASE_URL'),
    logLevel: process.env['TIENDA_LOG'] ?? 'info',
  };
}

/** All that the shop needs to know. Nothing else reads the environment. */
export function readConfig(): Config {
  const port = number('TIENDA_PORT', 4310);
  const registryPort = number('TIENDA_REGISTRY_PORT', 4320);
  const paymentsPort = number('TIENDA_PAYMENTS_PORT', 4340);
  const dnsPort = number('TIENDA_DNS_PORT', 4353);
  const smtpPort = number('TIENDA_SMTP_PORT', 4350);
  const data = process.env['TIENDA_DATA'] ?? '.data';
  const publicUrl = process.env['TIENDA_PUBLIC_URL'] ?? `http://127.0.0.1:${port}`;
  return {
    ...common(),
    port,
    databaseConnections: number('TIENDA_DATABASE_CONNECTIONS', 20),
    codeKeys: codeKeys(),
    proxies: number('TIENDA_PROXIES', 0),
    isSecure: publicUrl.startsWith('https:'),
    registryHost: '127.0.0.1',
    registryPassword: needed('TIENDA_REGISTRY_PASSWORD'),
    registryCertificate: path.join(data, 'tls', 'registry.cert.pem'),
    registries: [
      { id: 'lanternhead', port: registryPort, sessions: 4, namesPerCheck: 20, feesPerCheck: 2 },
      { id: 'quarrystone', port: registryPort + 1, sessions: 6, namesPerCheck: 25, feesPerCheck: 2 },
      { id: 'millrace', port: registryPort + 2, sessions: 5, namesPerCheck: 20, feesPerCheck: 2 },
      { id: 'tidewheel', port: registryPort + 3, sessions: 4, namesPerCheck: 20, feesPerCheck: 1 },
      { id: 'fernhollow', port: registryPort + 4, sessions: 4, namesPerCheck: 20, feesPerCheck: 2 },
      { id: 'ropewalk', port: registryPort + 5, sessions: 3, namesPerCheck: 15, feesPerCheck: 2 },
      { id: 'copperbell', port: registryPort + 6, sessions: 4, namesPerCheck: 10, feesPerCheck: 2 },
    ],
    zonesUrl: `http://127.0.0.1:${number('TIENDA_ZONES_PORT', registryPort + 7)}`,
    zonesDirectory: path.join(data, 'zones'),
    rdapUrl: `http://127.0.0.1:${number('TIENDA_RDAP_PORT', registryPort + 10)}`,
    dns: {
      port: dnsPort,
      nameServers: ownNameservers.map((host, index) => ({ host, address: `127.0.0.${index + 1}`, port: dnsPort })),
      resolvers: resolvers(),
      reachable: process.env['TIENDA_DEMO'] === '1' ? ['127.0.0.1', '127.0.0.2', '127.0.0.3', '127.0.0.7'] : [],
    },
    sites: {
      forwarders: (process.env['TIENDA_FORWARDERS'] ?? '127.0.0.1').split(','),
      ports: forwardPorts(),
      reachable: process.env['TIENDA_DEMO'] === '1' ? ['127.0.0.1', '127.0.0.5'] : [],
    },
    mailPort: mailPort(),
    authority: {
      directory: process.env['TIENDA_AUTHORITY'] ?? 'https://127.0.0.1:4390/dir',
      trusted: path.join(data, 'tls', 'registry.cert.pem'),
      ...(process.env['TIENDA_AUTHORITY_ROOTS'] ? { roots: process.env['TIENDA_AUTHORITY_ROOTS'] } : {}),
    },
    brokerUrl: `http://127.0.0.1:${number('TIENDA_BROKER_PORT', registryPort + 40)}`,
    brokerKey: needed('TIENDA_BROKER_KEY'),
    sweepSeconds: number('TIENDA_SWEEP_SECONDS', 15),
    leaseSeconds: number('TIENDA_LEASE_SECONDS', 6),
    registryTimeoutMs: number('TIENDA_REGISTRY_TIMEOUT_MS', 8000),
    registryControlUrl: `http://127.0.0.1:${number('TIENDA_REGISTRY_CONTROL_PORT', registryPort + 9)}`,
    paymentsUrl: `http://127.0.0.1:${paymentsPort}`,
    paymentsKey: needed('TIENDA_PAYMENTS_KEY'),
    noticeSecret: needed('TIENDA_NOTICE_SECRET'),
    noticeUrl: process.env['TIENDA_NOTICE_URL'] ?? `http://127.0.0.1:${port}/api/payments/notices`,
    publicUrl,
    smtpPort,
    mailUrl: `http://127.0.0.1:${number('TIENDA_MAIL_HTTP_PORT', smtpPort + 1)}`,
    web: path.resolve('dist/web'),
    pages: path.resolve('dist/pages.json'),
    words: path.resolve('dist/words.json'),
    answerSchemas: path.resolve('dist/answers.json'),
    demo: process.env['TIENDA_DEMO'] === '1',
    dieAfter: number('TIENDA_DIE_AFTER', 0),
    dieOf: process.env['TIENDA_DIE_OF'] ?? '',
    limits: number('TIENDA_LIMITS', 1),
  };
}
