import { authenticate } from 'mailauth';

/** How the mail came. */
export interface Arrival {
  readonly ip: string;
  readonly helo: string;
  /** Of the envelope; empty for what nobody answers to. */
  readonly sender: string;
}

/** Asks resolvers, as `dns.promises.resolve` does. */
export type Resolve = (name: string, type: string) => Promise<unknown>;

export interface Seal {
  readonly signingDomain: string;
  readonly selector: string;
  /** PEM. */
  readonly privateKey: string;
}

/** Whether a mail is from whom it says, in an answer of SMTP where it is not. */
export interface Checked {
  /** What is put before it: what was found, sealed (RFC 8601, RFC 8617). */
  readonly headers: string;
  /** Why it is not taken: code, enhanced code and words (RFC 5321 section 4.2, RFC 7372). */
  readonly refusal?: { readonly code: number; readonly text: string };
}

/** What others say of themselves is not said by this host. */
const ownResults = (host: string) => new RegExp(`^Authentication-Results:\\s*${host.replaceAll('.', '\\.')}\\b`, 'i');

/** Checks SPF, DKIM, DMARC and the seals of those that passed a mail on before, and adds the own one. */
export async function checked(
  mail: Buffer,
  { ip, helo, sender }: Arrival,
  { host, resolve, seal }: { readonly host: string; readonly resolve: Resolve; readonly seal: Seal },
): Promise<Checked> {
  const { spf, dkim, dmarc, headers } = await authenticate(mail, {
    ip,
    helo,
    sender,
    mta: host,
    resolver: resolve,
    seal,
    disableBimi: true,
  });
  const from = dmarc === false ? undefined : dmarc.status.result;
  const isSigned = dkim.results.some(({ status }) => status.result === 'pass');
  const [spfResult] = spf === false ? [] : [spf.status.result];
  if (from === 'fail' && dmarc !== false && dmarc.policy === 'reject')
    return refused(headers, 550, '5.7.1 Whoever this mail says it is from wants such mail refused (DMARC)');
  if (from === 'pass') return { headers };
  if (spfResult === 'fail' && !isSigned)
    return refused(headers, 550, '5.7.23 The sender says that this host may not send for it (SPF)');
  if (from === 'temperror' || spfResult === 'temperror')
    return refused(headers, 451, '4.7.24 The sender cannot be looked up just now, try again later');
  return { headers };
}

function refused(headers: string, code: number, text: string): Checked {
  return { headers, refusal: { code, text } };
}

/** A mail without what others wrote in the name of this host (RFC 8601 section 5). */
export function withoutForged(mail: Buffer, host: string): Buffer {
  const { head, rest } = splitHead(mail);
  const own = ownResults(host);
  const kept = fieldsOf(head).filter((field) => !own.test(field));
  return Buffer.concat([Buffer.from(kept.map((field) => `${field}\r\n`).join(''), 'latin1'), rest]);
}

/** The fields of a mail's head, each whole with the lines that go on. */
export function fieldsOf(head: string): string[] {
  return head.split(/\r?\n(?![ \t])/).filter((field) => field !== '');
}

/** @returns the head, and what follows it with the empty line between */
export function splitHead(mail: Buffer): { readonly head: string; readonly rest: Buffer } {
  const end = mail.indexOf('\r\n\r\n');
  if (mail.subarray(0, 2).toString('latin1') === '\r\n') return { head: '', rest: mail };
  return end < 0
    ? { head: mail.toString('latin1'), rest: Buffer.from('\r\n') }
    : { head: mail.subarray(0, end).toString('latin1'), rest: mail.subarray(end + 2) };
}
