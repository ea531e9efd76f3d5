import type { Keyring } from '../platform/secrets/keyring';

/** Senders are rewritten for so many days: bounces come within that, or not at all. */
const goodForDays = 21;
const dayMs = 86_400_000;
/** Days are counted up to here, in two digits of base 32. */
const dayRound = 1024;
const digits = 'abcdefghijklmnopqrstuvwxyz234567';
/** Of the hash: 30 bits, as local parts are short (RFC 5321 section 4.5.3.1.1). */
const hashDigits = 6;

/**
 * The sender of what is passed on, rewritten (SRS): whoever gets it finds it sent by this host, as it was, and a bounce
 * comes back here and finds its way to whom it is for. Only what was made here is turned back.
 */
export class Senders {
  /** @param host where bounces come in */
  constructor(
    private readonly keys: Keyring,
    private readonly host: string,
  ) {}

  /** @param sender of an envelope; the empty one stays so, as nobody answers to it */
  rewritten(sender: string, now: Date): string {
    const [local, host] = parts(sender);
    if (host === '' || host === this.host) return sender;
    const again = /^srs([01])([=+-])(.*)$/i.exec(local);
    // What somebody else has rewritten keeps what they need; what was rewritten twice, the first one's host.
    if (again) {
      const [, round, mark = '=', rest = ''] = again;
      const [first, kept] = round === '0' ? [host, `${mark}${rest}`] : afterHash(rest);
      return `SRS1=${this.hash(`${first} ${kept}`)}=${first}=${kept}@${this.host}`;
    }
    const day = dayDigits(now);
    return `SRS0=${this.hash(`${day} ${host} ${local}`)}=${day}=${host}=${local}@${this.host}`;
  }

  /** Whom a bounce is for. @returns undefined for what was not made here, or too long ago */
  original(address: string, now: Date): string | undefined {
    const [local, host] = parts(address);
    if (host.toLowerCase() !== this.host) return undefined;
    const [, hash = '', day = '', its = '', rest = ''] = /^srs0=([^=]+)=([^=]{2})=([^=]+)=(.+)$/i.exec(local) ?? [];
    if (rest !== '') {
      const isOurs = this.isHash(hash, `${day.toLowerCase()} ${its.toLowerCase()} ${rest}`);
      return isOurs && ageInDays(day, now) <= goodForDays ? `${rest}@${its}` : undefined;
    }
    const [, second = '', first = '', kept = ''] = /^srs1=([^=]+)=([^=]+)=([=+-].+)$/i.exec(local) ?? [];
    return kept !== '' && this.isHash(second, `${first.toLowerCase()} ${kept}`) ? `SRS0${kept}@${first}` : undefined;
  }

  private hash(text: string): string {
    return inDigits(this.keys.sign(textOf(text)));
  }

  /** Those who pass addresses on may have changed their case. */
  private isHash(hash: string, text: string): boolean {
    return this.keys.signatures(textOf(text)).some((signature) => inDigits(signature) === hash.toLowerCase());
  }
}

const textOf = (text: string) => `mail sender ${text.toLowerCase()}`;

function parts(address: string): [local: string, host: string] {
  const at = address.lastIndexOf('@');
  return at < 0 ? [address, ''] : [address.slice(0, at), address.slice(at + 1).toLowerCase()];
}

/** `hash=host=kept` without the hash. */
function afterHash(rest: string): [host: string, kept: string] {
  const [, host = '', kept = ''] = /^[^=]*=([^=]*)=(.*)$/.exec(rest) ?? [];
  return [host.toLowerCase(), kept];
}

function inDigits(bytes: Buffer): string {
  return [...bytes.subarray(0, hashDigits)].map((byte) => digits[byte & 31]).join('');
}

function dayOf(now: Date): number {
  return Math.floor(now.getTime() / dayMs) % dayRound;
}

function dayDigits(now: Date): string {
  const day = dayOf(now);
  return `${digits[day >> 5]}${digits[day & 31]}`;
}

function ageInDays(typed: string, now: Date): number {
  const [high = -1, low = -1] = [...typed.toLowerCase()].map((digit) => digits.indexOf(digit));
  if (high < 0 || low < 0) return Infinity;
  return (dayOf(now) - ((high << 5) + low) + dayRound) % dayRound;
}
