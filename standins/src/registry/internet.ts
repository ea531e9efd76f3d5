import { ownNameservers } from '@tienda/core/dns/delegation';
import { ownMailHost } from '@tienda/core/dns/mailForward';
import { registries } from './registries';

/**
 * Where hosts of the made-up internet are: each has an address of its own on loopback, all of them the same port for the
 * same service.
 */
const parents = '127.0.0.3';
const [first = '', second = ''] = ownNameservers;

/** The root's server. */
export const rootServer = 'ns1.topmost.example';

/** Where all sites are that people send their visitors to. */
export const sitesAddress = '127.0.0.5';

/** Where those answer for names that a web host looks after. */
export const hostNameServers = {
  hosts: ['ns1.quayhost.example', 'ns2.quayhost.example'],
  address: '127.0.0.7',
} as const;

/** Where everyone's mailboxes are. */
export const mailboxesAddress = '127.0.0.6';
const mailboxes = 'mx.lakepost.example';

/** Hosts of hosts: what people point their names at. Nothing answers at the second mail server. */
const rented: ReadonlyMap<string, string> = new Map([
  ...['sites', 'shy', 'old', 'round', 'inward', 'silent', 'gone'].map(
    (site) => [`${site}.quayhost.example`, sitesAddress] as const,
  ),
  ...hostNameServers.hosts.map((host) => [host, hostNameServers.address] as const),
  [mailboxes, mailboxesAddress],
  ['mx2.lakepost.example', '192.0.2.26'],
]);

/** By whole name. */
export const addressOf: ReadonlyMap<string, string> = new Map([
  [first, '127.0.0.1'],
  [ownMailHost, '127.0.0.1'],
  [second, '127.0.0.2'],
  ...rented,
  [rootServer, parents],
  ...registries.flatMap(({ id }) => serversOf(id).map((host) => [host, parents] as const)),
]);

/** A type, and its content as in a zone file. */
export type PlainRecord = readonly [type: string, content: string];

/**
 * What hosts of the made-up internet say about mail. Everyone has mailboxes there, at any name right below `example`, but
 * for those that take no mail or are not there at all.
 *
 * @param mailKey the public key that Tienda seals forwarded mail with, base 64
 */
export function mailRecords(name: string, mailKey: string): readonly PlainRecord[] {
  const said = ownMail(mailKey).get(name);
  if (said) return said;
  if (name === 'nomail.example') return [['MX', '0 .']];
  // One that wants mail in its name refused unless it can be proven.
  if (name === 'strict.example')
    return [
      ['MX', `10 ${mailboxes}.`],
      ['TXT', '"v=spf1 ip4:192.0.2.40 -all"'],
    ];
  if (name === '_dmarc.strict.example') return [['TXT', '"v=DMARC1; p=reject"']];
  const isThere = name !== 'nowhere.example' && /^[a-z0-9-]+\.example$/.test(name);
  return isThere ? [['MX', `10 ${mailboxes}.`]] : [];
}

const ownMail = (mailKey: string): ReadonlyMap<string, readonly PlainRecord[]> =>
  new Map<string, readonly PlainRecord[]>([
    [ownMailHost, [['TXT', '"v=spf1 a -all"']]],
    [
      'tienda.example',
      [
        ['MX', `10 ${ownMailHost}.`],
        ['TXT', '"v=spf1 include:_spf.tienda.example -all"'],
      ],
    ],
    ['_spf.tienda.example', [['TXT', `"v=spf1 a:${ownMailHost} -all"`]]],
    ['mail._domainkey.tienda.example', [['TXT', inPieces(`v=DKIM1; k=rsa; p=${mailKey}`)]]],
  ]);

/** A text of a zone file: a piece has at most 255 octets (RFC 1035 section 3.3). */
const inPieces = (text: string) => (text.match(/.{1,250}/g) ?? []).map((piece) => `"${piece}"`).join(' ');

/** The name servers of a registry. */
export function serversOf(registry: string): readonly string[] {
  return ['ns1', 'ns2'].map((host) => `${host}.${registry}.example`);
}
