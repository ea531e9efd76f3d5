import type { TransferDomain } from '@tienda/core/epp/command';
import { addDays, isoDate } from '@tienda/core/time/isoDate';
import { transferRulesOf } from './life';
import type { Fees } from './registries';
import { feeDisagreed, prohibitedBy, type Answer } from './rules';
import type { KeptDomain } from './keptDomain';
import type { RegistryTransfers } from './transfers';

/** The name that a transfer is about, and who asks. */
interface Subject {
  readonly domain: KeptDomain;
  readonly client: string;
  readonly transfers: RegistryTransfers;
  readonly zone: string;
  readonly fees: Fees;
  readonly now: Date;
}

/** What a transfer command does and answers (RFC 5731 sections 3.1.3 and 3.2.4). */
export async function carryOutTransfer(command: TransferDomain, subject: Subject): Promise<Answer> {
  const { domain, client, transfers } = subject;
  const { name, step, authCode } = command;
  if (authCode !== undefined && authCode !== domain.authCode) return { code: 2202 };
  if (step === 'request') return request(command, subject);
  const { transfer } = domain;
  const takesPart = [domain.sponsor, transfer?.requestedBy, transfer?.decidedBy].includes(client);
  if (step === 'query') {
    if (!takesPart && authCode === undefined) return { code: 2201 };
    if (!transfer) return { code: 2301 };
    const { years: _years, ...shown } = transfer;
    return { code: 1000, data: { type: 'domainTransfer', transfer: shown } };
  }
  if (transfer?.status !== 'pending') return { code: 2301 };
  const mayDecide = step === 'cancel' ? transfer.requestedBy : domain.sponsor;
  if (mayDecide !== client) return { code: 2201 };
  const decisions = { approve: 'clientApproved', reject: 'clientRejected', cancel: 'clientCancelled' } as const;
  const decided = await transfers.decide(name, decisions[step]);
  return decided ? { code: 1000, data: { type: 'domainTransfer', transfer: decided } } : { code: 2301 };
}

async function request({ name, years = 1, fee }: TransferDomain, subject: Subject): Promise<Answer> {
  const { domain, client, transfers, zone, fees, now } = subject;
  if (domain.sponsor === client) return { code: 2106, reason: 'The name is here already' };
  if (domain.statuses.includes('pendingTransfer')) return { code: 2300 };
  const prohibited = prohibitedBy(domain, 'Transfer');
  if (prohibited) return { code: 2304, reason: `The name is ${prohibited}` };
  const { lockDays, addsYear } = transferRulesOf(zone);
  const since = domain.transfer?.status.endsWith('Approved') ? domain.transfer.decidedAt : domain.createdAt;
  if (isoDate(now) < addDays(isoDate(new Date(since)), lockDays))
    return { code: 2106, reason: `A name stays for ${lockDays} days` };
  if (years > 10) return { code: 2004, reason: 'At most 10 years' };
  const disagreed = feeDisagreed(fee, { command: 'transfer', years }, fees);
  if (disagreed) return disagreed;
  const transfer = await transfers.request(name, client, addsYear ? years : 0);
  return transfer ? { code: 1001, data: { type: 'domainTransfer', transfer } } : { code: 2300 };
}
