import { longestTarget } from '@tienda/core/dns/forward';
import { mostMailTargets } from '@tienda/core/dns/mailForward';
import { longestTtl, recordTypes, shortestTtl, type RecordProblem } from '@tienda/core/dns/record';
import type { ZoneProblem } from '@tienda/core/dns/zone';

/** What of a record cannot be so, and what to do about it. */
export function recordDetail({ code, input }: RecordProblem, zone: string): string {
  switch (code) {
    case 'type':
      return `“${input}” is no type that can be set here: choose among ${recordTypes.join(', ')}.`;
    case 'ttl':
      return `An answer is kept from ${shortestTtl} seconds to ${longestTtl} (a week).`;
    case 'outside':
      return `${input} is not below ${zone}: write it like www, or @ for the name itself.`;
    case 'label':
      return `“${input}” cannot be part of a name: use letters, digits and hyphens between dots.`;
    case 'tooLong':
      return 'A whole name has at most 253 characters: shorten it.';
    case 'wildcard':
      return 'An asterisk stands alone at the very beginning, as in *.shop.';
    case 'underscore':
      return `${input} has an underscore, and hosts have none: leave it out.`;
    case 'serviceName':
      return 'A service comes with its protocol, as in _sip._tcp.';
    case 'portName':
      return 'A certificate comes with its port and protocol, as in _443._tcp.www.';
    case 'missing':
      return 'Something is missing: write every part of it, with spaces between.';
    case 'tooMuch':
      return `“${input}” is too much: make a record of its own of it.`;
    case 'ipv4':
      return `“${input}” is no IPv4 address: write it like 192.0.2.7.`;
    case 'ipv6':
      return `“${input}” is no IPv6 address: write it like 2001:db8::7.`;
    case 'host':
      return `“${input}” is no name of a host: write it like mx.lakepost.example.`;
    case 'addressForHost':
      return `${input} is an address, and this needs the name of a host: give the address a name with an A record first.`;
    case 'number':
      return `“${input}” is no number that fits here.`;
    case 'hexadecimal':
      return 'The last part is hexadecimal: digits and the letters from a to f, two for each octet.';
    case 'tag':
      return `“${input}” is no tag: issue, issuewild or iodef, for instance.`;
    case 'parameter':
      return `“${input}” is no parameter: write each once, as in alpn=h2,h3.`;
    case 'signer':
      return 'A DS has a key tag, an algorithm, a digest type and a digest.';
    case 'url':
      return `“${input}” is no address of the web: write it like https://sites.quayhost.example/salt.`;
    case 'urlScheme':
      return `“${input}” is no address of the web: it begins with https:// or http://.`;
    case 'urlPrivate':
      return `“${input}” is reached from some networks alone: give an address that everyone reaches.`;
    case 'urlUser':
      return 'Leave the user and the password out of the address: every visitor would see them.';
    case 'urlTooLong':
      return `An address has at most ${longestTarget} characters.`;
    case 'forward':
      return `“${input}” is no way to send visitors on: permanent, temporary or masked, then path or nothing.`;
    case 'localPart':
      return `“${input}” cannot stand before the @ of an address here: use letters, digits, dots, hyphens and underscores, or * for all others.`;
    case 'mailAddress':
      return `“${input}” is no mail address: write it like pia@inkandtide.example.`;
    case 'textTooLong':
      return 'A text has at most 2048 octets.';
  }
}

/** What cannot be together, and what to do about it. */
export function zoneDetail({ code, record: { name, type }, other }: ZoneProblem): string {
  switch (code) {
    case 'tooMany':
      return 'These are too many records: 5,000 by hand, 10,000 from a file.';
    case 'twice':
      return `${name} ${type} stands here twice: take one away.`;
    case 'aliasBesideOthers':
      return `${name} is an alias, so nothing else can stand there: take the CNAME away, or the ${other?.type ?? 'others'}.`;
    case 'aliasAtTop':
      return 'The name itself cannot be a CNAME: use ALIAS, which does the same there.';
    case 'severalAliases':
      return `${name} is an alias of two hosts: leave one.`;
    case 'nameserversAtTop':
      return 'The nameservers of the name itself are set with the name, not here.';
    case 'signerAtTop':
      return 'Who signs the name itself is kept by its registry, not here.';
    case 'belowHandedOn':
      return `${name} is below ${other?.name ?? 'a name'} that is handed on to other nameservers: set it there.`;
    case 'signerWithoutNameservers':
      return `${name} has a DS and no NS: hand it on to nameservers first.`;
    case 'addressesBesideAlias':
      return `${name} has an ALIAS and an address: leave one of the two.`;
    case 'forwardBesideOthers':
      return `${name} sends visitors on, and ${other?.type ?? 'another record'} leads them elsewhere: leave one of the two.`;
    case 'pageBesideOthers':
      return `${name} shows a page, and ${other?.type ?? 'another record'} leads visitors elsewhere: leave one of the two.`;
    case 'forwardLoop':
      return `${name} would send visitors round and round: give it an address that leads elsewhere.`;
    case 'tooManyTargets':
      return `An address is forwarded to at most ${mostMailTargets} others: take some away.`;
    case 'mailLoop':
      return `${name} would forward mail to where it came from: forward it elsewhere.`;
    case 'toAlias':
      return `${name} ${type} leads to an alias: name the host itself.`;
    case 'ttlsDiffer':
      return `All ${type} at ${name} are kept equally long: give them the same time.`;
    case 'noMailBesideMail':
      return 'An MX that says “no mail” stands alone: take it or the others away.';
  }
}
