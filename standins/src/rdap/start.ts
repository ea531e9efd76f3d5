import Router from '@koa/router';
import type { Logger } from 'pino';
import type { PrivacyPolicy } from '@tienda/core/catalogue/extension';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import type { EppContact } from '@tienda/core/epp/objects';
import { toULabel } from '@tienda/core/names/idna';
import { jCard, rdapStatus, type RdapDomain, type RdapEntity } from '@tienda/core/rdap/domainObject';
import { heldBack, heldBackTexts, publicCard } from '@tienda/core/rdap/publicHolder';
import type { StandInConfig } from '../config';
import { serveHttp } from '../http';
import { chanceOf } from '../registry/chance';
import type { KeptDomain, RegistryKeeper } from '../registry/store';

const policyOf = new Map(extensionEntries.map(({ label, privacy }) => [label, privacy.policy]));
const mediaType = 'application/rdap+json';

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
  router.get('/domain/:name', async (ctx) => {
    const name = String(ctx.params['name']).toLowerCase();
    const keeper = keeperOf.get(name.slice(name.indexOf('.') + 1));
    const domain = keeper && (await keeper.store.domain(name));
    ctx.set('Access-Control-Allow-Origin', '*');
    ctx.type = mediaType;
    if (!keeper || !domain) {
      ctx.status = 404;
      ctx.body = JSON.stringify({ errorCode: 404, title: 'Not found', description: [`${name} is not registered`] });
      return;
    }
    const contact = (await keeper.store.contacts([domain.registrant])).get(domain.registrant);
    ctx.body = JSON.stringify(domainObject(domain, contact));
  });
  await serveHttp(router, config.host, config.rdapPort, log);
  log.info({ port: config.rdapPort }, 'RDAP listens');
}

function domainObject(domain: KeptDomain, contact: EppContact | undefined): RdapDomain {
  const zone = domain.name.slice(domain.name.indexOf('.') + 1);
  const reason = whyHeldBack(policyOf.get(zone), domain, contact);
  const unicode = domain.name
    .split('.')
    .map((label) => toULabel(label))
    .join('.');
  const stages = { active: [], grace: ['autoRenewPeriod'], redemption: ['redemptionPeriod'], pendingDelete: [] };
  return {
    rdapConformance: ['rdap_level_0', 'redacted'],
    objectClassName: 'domain',
    handle: `${domain.name.toUpperCase()}-TIENDA`,
    ldhName: domain.name,
    ...(unicode === domain.name ? {} : { unicodeName: unicode }),
    status: [...domain.statuses, ...stages[domain.stage]].map(rdapStatus),
    events: [
      { eventAction: 'registration', eventDate: domain.createdAt },
      { eventAction: 'expiration', eventDate: domain.expiresAt },
    ],
    entities: [registrar(domain.sponsor), ...(reason === undefined ? [holder(domain, contact)] : [])],
    nameservers: domain.nameservers.map((ldhName) => ({ objectClassName: 'nameserver', ldhName })),
    ...(reason === undefined ? {} : { redacted: [{ name: { type: 'Registrant' }, reason: { description: reason } }] }),
  };
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
