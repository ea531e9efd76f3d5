import Router from '@koa/router';
import type { Context } from 'koa';
import type { Logger } from 'pino';
import type { PrivacyPolicy } from '@tienda/core/catalogue/extension';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { isBelow } from '@tienda/core/dns/delegation';
import type { DelegationSigner } from '@tienda/core/dns/delegationSigner';
import type { EppContact } from '@tienda/core/epp/objects';
import { toALabel, toULabel, withPlainDots } from '@tienda/core/idna/idna';
import { jCard, rdapStatus, type RdapDomain, type RdapEntity, type RdapNotice } from '@tienda/core/rdap/domainObject';
import { heldBack, heldBackTexts, publicCard } from '@tienda/core/rdap/publicHolder';
import type { StandInConfig } from '../platform/config';
import { serveHttp } from '../platform/http';
import { chanceOf } from '../platform/chance';
import type { RegistryHosts } from '../registry/hosts';
import type { RegistryKeeper } from '../registry/keeper';
import type { KeptDomain } from '../registry/keptDomain';

const policyOf = new Map(extensionEntries.map(({ label, privacy }) => [label, privacy.policy]));
const mediaType = 'application/rdap+json';
const conformance = ['rdap_level_0'];
const terms: RdapNotice = {
  title: 'Terms of use',
  description: ['Made-up registration data of a demo: all names, people and companies are invented.'],
};

/** The name asked for as A-labels (RFC 9082, section 3.1.3); undefined where it is not written as one. */
function nameIn(typed: string): string | undefined {
  const name = toALabel(withPlainDots(typed).replace(/\.$/, ''));
  const labels = name?.split('.') ?? [];
  const isName = labels.length > 1 && labels.every((label) => /^(?!-)[a-z0-9-]{1,63}(?<!-)$/.test(label));
  return isName && (name?.length ?? 0) <= 253 ? name : undefined;
}

/** What anyone may look up: every registry's names over RDAP (RFC 9082, 9083), with the bootstrap file (RFC 9224). */
export async function startRdap(config: StandInConfig, keepers: readonly RegistryKeeper[], log: Logger): Promise<void> {
  const keeperOf = new Map(keepers.flatMap((keeper) => keeper.registry.zones.map((zone) => [zone, keeper])));
  const base = `http://${config.host}:${config.rdapPort}/`;
  const router = new Router();
  router.get('/dns.json', (ctx) => {
    ctx.body = {
      version: '1.0',
      publication: '2026-11-01T00:00:00Z',
      services: keepers.map(({ registry }) => [registry.zones, [base]]),
    };
  });
  const respond = (ctx: Context, status: number, body: object) => {
    ctx.set('Access-Control-Allow-Origin', '*');
    ctx.status = status;
    ctx.type = mediaType;
    ctx.body = JSON.stringify({ rdapConformance: conformance, ...body });
  };
  const refuse = (ctx: Context, errorCode: number, title: string, description: string) =>
    respond(ctx, errorCode, { errorCode, title, description: [description] });
  router.get('/help', (ctx) =>
    respond(ctx, 200, {
      notices: [{ title: 'Help', description: ['Ask for /domain/NAME: RFC 9082, section 3.1.3.'] }],
    }),
  );
  router.get('/domain/:name', async (ctx) => {
    const name = nameIn(String(ctx.params['name']));
    if (name === undefined) return refuse(ctx, 400, 'Not a name', 'This is not written as a domain name.');
    const keeper = keeperOf.get(name.slice(name.indexOf('.') + 1));
    const domain = keeper && (await keeper.store.domain(name));
    if (!keeper || !domain) return refuse(ctx, 404, 'Not found', `${name} is not registered`);
    const contact = (await keeper.store.contacts([domain.registrant])).get(domain.registrant);
    const self = `${base}domain/${name}`;
    return respond(ctx, 200, {
      ...domainObject(domain, contact),
      nameservers: await nameserversOf(domain, keeper.hosts),
      notices: [terms],
      links: [{ value: self, rel: 'self', href: self, type: mediaType }],
    });
  });
  await serveHttp(router, config.host, config.rdapPort, log);
  log.info({ port: config.rdapPort }, 'RDAP listens');
}

function domainObject(domain: KeptDomain, contact: EppContact | undefined): Omit<RdapDomain, 'nameservers'> {
  const zone = domain.name.slice(domain.name.indexOf('.') + 1);
  const reason = whyHeldBack(policyOf.get(zone), domain, contact);
  const unicode = domain.name
    .split('.')
    .map((label) => toULabel(label))
    .join('.');
  const stages = { active: [], grace: ['autoRenewPeriod'], redemption: ['redemptionPeriod'], pendingDelete: [] };
  return {
    rdapConformance: [...conformance, 'redacted'],
    objectClassName: 'domain',
    handle: `${domain.name.toUpperCase()}-TIENDA`,
    ldhName: domain.name,
    ...(unicode === domain.name ? {} : { unicodeName: unicode }),
    status: [...domain.statuses, ...stages[domain.stage]].map(rdapStatus),
    events: [
      { eventAction: 'registration', eventDate: domain.createdAt },
      { eventAction: 'expiration', eventDate: domain.expiresAt },
      ...(domain.transferredAt ? [{ eventAction: 'transfer', eventDate: domain.transferredAt }] : []),
    ],
    entities: [registrar(domain.sponsor), ...(reason === undefined ? [holder(domain, contact)] : [])],
    secureDNS: secureDns(domain.ds ?? []),
    ...(reason === undefined ? {} : { redacted: [{ name: { type: 'Registrant' }, reason: { description: reason } }] }),
  };
}

/** The hosts that a name is delegated to, those below it with their addresses. */
async function nameserversOf(
  { name, nameservers }: KeptDomain,
  hosts: RegistryHosts,
): Promise<RdapDomain['nameservers']> {
  return Promise.all(
    nameservers.map(async (ldhName) => {
      const { addresses = [] } = isBelow(ldhName, name) ? ((await hosts.find(ldhName)) ?? {}) : {};
      const v6 = addresses.filter((address) => address.includes(':'));
      const v4 = addresses.filter((address) => !v6.includes(address));
      const ipAddresses = { ...(v4.length > 0 ? { v4 } : {}), ...(v6.length > 0 ? { v6 } : {}) };
      return { objectClassName: 'nameserver', ldhName, ...(addresses.length > 0 ? { ipAddresses } : {}) } as const;
    }),
  );
}

function secureDns(ds: readonly DelegationSigner[]): NonNullable<RdapDomain['secureDNS']> {
  return ds.length > 0 ? { delegationSigned: true, dsData: ds } : { delegationSigned: false };
}

/** Why the public does not see the holder; undefined where it does. */
function whyHeldBack(
  policy: PrivacyPolicy | undefined,
  { name }: KeptDomain,
  contact: EppContact | undefined,
): string | undefined {
  const disclose = contact ? contact.disclose : chanceOf(`hidden ${name}`) >= 0.6;
  const why = heldBack(policy ?? 'included', disclose);
  return why && heldBackTexts[why];
}

function registrar(sponsor: string): RdapEntity {
  const words = sponsor.split('-').map((word) => word.charAt(0).toUpperCase() + word.slice(1));
  return {
    objectClassName: 'entity',
    handle: sponsor,
    roles: ['registrar'],
    vcardArray: jCard([['fn', 'text', words.join(' ')]]),
  };
}

function holder({ name, registrant }: KeptDomain, contact: EppContact | undefined): RdapEntity {
  return {
    objectClassName: 'entity',
    handle: registrant,
    roles: ['registrant'],
    vcardArray: contact ? publicCard(contact) : stranger(name),
  };
}

const firstNames = ['Orla', 'Teodor', 'Wanda', 'Idris', 'Brisa', 'Halvar', 'Noor', 'Pelle'];
const lastNames = ['Quillfeather', 'Ostrander', 'Vanterpool', 'Mossgrove', 'Lindqvale', 'Tarrowby'];
const towns = ['Ullvik', 'Port Marrow', 'Steenhaven', 'Alderquay', 'Corrigmore'];

/** A made-up person for a made-up registration. */
function stranger(name: string): NonNullable<RdapEntity['vcardArray']> {
  const pick = (list: readonly string[], what: string) =>
    list[Math.floor(chanceOf(`${what} ${name}`) * list.length)] ?? '';
  return jCard([
    ['fn', 'text', `${pick(firstNames, 'first')} ${pick(lastNames, 'last')}`],
    ['adr', 'text', ['', '', '', pick(towns, 'town'), '', '', pick(['IE', 'SE', 'NL', 'PT'], 'country')]],
  ]);
}
