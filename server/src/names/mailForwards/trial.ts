import type { Actor } from '@tienda/core/accounts/actor';
import { catchAll, mailForwardOf, ownMailHost } from '@tienda/core/dns/mailForward';
import { wholeName } from '@tienda/core/dns/record';
import type { MailTrial } from '@tienda/core/dns/shownMail';
import { isToldOf, type DnsAddress, type DnsClient } from '../../gateways/dns/dnsClient';
import type { MailTrier } from '../../gateways/mail/mailTrier';
import { notFound } from '../../platform/http/problem';
import { textsIn } from '../../platform/texts/texts';
import type { AccountStore } from '../../people/accounts/store';
import type { NameStore } from '../held/store';
import type { ZoneStore } from '../zones/store';

export interface MailTrialParts {
  readonly names: Pick<NameStore, 'need'>;
  readonly zones: Pick<ZoneStore, 'find'>;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly dns: Pick<DnsClient, 'ask' | 'whereIs'>;
  /** The one that others are taken to ask. */
  readonly resolver: DnsAddress;
  readonly mail: MailTrier;
}

/** What stands for an address of which all others are forwarded. */
const anyone = 'anyone';

/** Sends a mail to an address that is forwarded, as anyone would: resolver, mail server, envelope, mail. */
export class MailTrials {
  constructor(private readonly parts: MailTrialParts) {}

  /** @throws Problem 404 where the account does not hold the name, or the address is not forwarded */
  async of(actor: Actor, name: string, typed: string): Promise<MailTrial> {
    const { names, zones, accounts, dns, resolver, mail } = this.parts;
    await names.need(actor, name);
    const [kept, account] = [await zones.find(name), await accounts.byId(actor.account)];
    const isIt = (local: string, host: string) => `${local}@${host}` === typed.toLowerCase();
    const record = kept?.records.find(
      (one) => one.type === 'MAIL' && isIt(mailForwardOf(one).local, wholeName(name, one)),
    );
    if (!record || !account) throw notFound('address that is forwarded');
    const { local } = mailForwardOf(record);
    const host = wholeName(name, record).replace(/^\*/, anyone);
    const address = `${local === catchAll ? anyone : local}@${host}`;
    const answer = await dns.ask(resolver, host, 'MX', true);
    if (!isToldOf(answer)) return { address, outcome: 'unresolved' };
    const [first] = answer.answers
      .filter(({ type }) => type === 'MX')
      .map(({ data }) => data.split(' '))
      .sort(([one], [other]) => Number(one) - Number(other));
    const server = first?.[1];
    if (server === undefined || server === '.') return { address, outcome: 'noServer' };
    // A mail to somebody else's mail server is not ours to send.
    if (server !== ownMailHost) return { address, outcome: 'notHere', server };
    const { addresses, isWhole } = await dns.whereIs(resolver, server);
    const [at] = addresses;
    if (at === undefined) return { address, outcome: isWhole ? 'noServer' : 'unresolved', server };
    const words = textsIn(account.language).mailForwards;
    const tried = await mail.send(at, server, { to: address, subject: words.testSubject(address), text: words.test });
    return { address, server, ...tried };
  }
}
