import type { FeeQuestion, UpdateDomain } from '@tienda/core/epp/command';
import type { CommandFee, Money, QueuedMessage } from '@tienda/core/epp/objects';
import type { EppData } from '@tienda/core/epp/response';
import type { ResultCode } from '@tienda/core/epp/resultCode';
import { decimalAmount, minorAmount } from '@tienda/core/money/money';
import type { Fees } from './registries';
import type { KeptDomain } from './keptDomain';

/** That all fees are in. */
export const currency = 'USD';

/** What a session answers, before the transaction ids are put on. */
export interface Answer {
  readonly code: ResultCode;
  readonly reason?: string;
  readonly data?: EppData;
  readonly queue?: QueuedMessage;
}

/** The refusal where a fee is not agreed to that has to be (RFC 8748 section 5.2); undefined where all is well. */
export function feeDisagreed(agreed: Money | undefined, question: FeeQuestion, fees: Fees): Answer | undefined {
  if (fees.feeClass !== 'standard' && !agreed) return { code: 2003, reason: 'A premium name needs its fee agreed to' };
  if (!agreed) return undefined;
  if (agreed.currency !== currency) return { code: 2306, reason: `Fees are in ${currency}` };
  const due = feeFor(question, fees).amount;
  if (minorAmount(agreed.amount, currency) >= minorAmount(due, currency)) return undefined;
  return { code: 2004, reason: `The fee is ${due} ${currency}` };
}

/** What a command costs for the years asked for: the first of a registration at its own price (RFC 8748 section 3). */
export function feeFor({ command, years }: FeeQuestion, { create, renew, transfer, restore }: Fees): CommandFee {
  const term = years ?? 1;
  const cents = {
    create: create + renew * (term - 1),
    renew: renew * term,
    transfer: transfer + renew * (term - 1),
    restore,
  };
  const amount = decimalAmount(cents[command], currency);
  return { command, currency, amount, ...(command === 'restore' ? {} : { years: term }) };
}

/** The status that forbids a command (RFC 5731 section 2.3). */
export function prohibitedBy({ statuses }: KeptDomain, what: 'Renew' | 'Delete' | 'Transfer'): string | undefined {
  return statuses.find((status) => status.endsWith(`${what}Prohibited`) || status.startsWith('pending'));
}

/** The status that forbids a change (RFC 5731 section 2.3); the client's own does not forbid taking it off. */
export function updateProhibitedBy({ statuses }: KeptDomain, { remove }: UpdateDomain): string | undefined {
  return statuses.find(
    (status) =>
      status === 'serverUpdateProhibited' ||
      status.startsWith('pending') ||
      (status === 'clientUpdateProhibited' && !remove?.statuses?.includes(status)),
  );
}
