import path from 'node:path';

/** Where the stand-ins listen and keep their data. All on loopback unless said otherwise. */
export interface StandInConfig {
  readonly host: string;
  readonly databaseUrl: string;
  /** The first registry listens here, the others on the ports that follow. */
  readonly registryPort: number;
  /** HTTP: fault switches of the registries. */
  readonly registryControlPort: number;
  /** HTTP: the registries' zone files. */
  readonly zonesPort: number;
  /** HTTP: the root and the extensions' zones, for the name server that answers for them. */
  readonly parentsPort: number;
  /** The number of the key that they are signed with, base 64. */
  readonly parentsKey: string;
  /** How long resolvers may keep what they say, seconds. */
  readonly parentsTtl: number;
  readonly rdapPort: number;
  /** HTTP: what the other registrars answer who asks for their names. */
  readonly registrarsPort: number;
  readonly brokerPort: number;
  readonly brokerKey: string;
  readonly zonesPassword: string;
  readonly paymentsPort: number;
  readonly smtpPort: number;
  readonly mailHttpPort: number;
  /** Name servers of others listen here, at an address of their own. */
  readonly nameServersPort: number;
  /** Mail servers of others listen here, at an address of their own. */
  readonly mailServersPort: number;
  /** What Tienda seals forwarded mail with, PKCS #8, base 64: its public half is in the domain name system. */
  readonly mailKey: string;
  /** The sites of others listen here, at an address of their own. */
  readonly sitesPort: number;
  readonly tlsDirectory: string;
  readonly registryPassword: string;
  readonly paymentsKey: string;
  /** Signs what the payment provider tells the shop. */
  readonly noticeSecret: string;
  /** Multiplies every latency: 0 makes the stand-ins instant. */
  readonly pace: number;
}

function number(name: string, fallback: number): number {
  const value = Number(process.env[name] ?? fallback);
  if (!Number.isFinite(value)) throw new Error(`${name} must be a number`);
  return value;
}

function secret(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: scripts/start.mjs makes one`);
  return value;
}

export function readConfig(): StandInConfig {
  const registryPort = number('TIENDA_REGISTRY_PORT', 4320);
  const smtpPort = number('TIENDA_SMTP_PORT', 4350);
  return {
    host: process.env['TIENDA_HOST'] ?? '127.0.0.1',
    databaseUrl: secret('TIENDA_OUTSIDE_DATABASE_URL'),
    registryPort,
    registryControlPort: number('TIENDA_REGISTRY_CONTROL_PORT', registryPort + 9),
    zonesPort: number('TIENDA_ZONES_PORT', registryPort + 7),
    zonesPassword: secret('TIENDA_REGISTRY_PASSWORD'),
    parentsPort: number('TIENDA_PARENTS_PORT', registryPort + 8),
    parentsKey: secret('TIENDA_PARENTS_KEY'),
    parentsTtl: number('TIENDA_PARENTS_TTL', 3600),
    rdapPort: number('TIENDA_RDAP_PORT', registryPort + 10),
    registrarsPort: number('TIENDA_REGISTRARS_PORT', registryPort + 42),
    brokerPort: number('TIENDA_BROKER_PORT', registryPort + 40),
    brokerKey: secret('TIENDA_BROKER_KEY'),
    paymentsPort: number('TIENDA_PAYMENTS_PORT', 4340),
    smtpPort,
    nameServersPort: number('TIENDA_DNS_PORT', 4353),
    mailServersPort: number('TIENDA_POSTBOX_PORT', 4355),
    mailKey: secret('TIENDA_MAIL_KEY'),
    mailHttpPort: number('TIENDA_MAIL_HTTP_PORT', smtpPort + 1),
    sitesPort: number('TIENDA_FORWARD_PORT', 4380),
    tlsDirectory: path.join(process.env['TIENDA_DATA'] ?? '.data', 'tls'),
    registryPassword: secret('TIENDA_REGISTRY_PASSWORD'),
    paymentsKey: secret('TIENDA_PAYMENTS_KEY'),
    noticeSecret: secret('TIENDA_NOTICE_SECRET'),
    pace: number('TIENDA_PACE', 1),
  };
}
