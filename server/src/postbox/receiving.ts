import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { SMTPServerOptions, SMTPServerSession } from 'smtp-server';
import type { Logger } from 'pino';
import { checked, fieldsOf, splitHead, withoutForged, type Resolve, type Seal } from './checking';
import type { Senders } from './senders';
import type { Due, PostboxStore, Route } from './store';

/** Octets of one mail. */
export const largestMail = 25 * 1024 * 1024;
/** Passed on more often than that, it goes round (RFC 5321 section 6.3). */
const mostReceived = 10;
/** So many addresses of one mail. */
const mostAddresses = 100;

/** How often somebody may do what is counted; milliseconds to wait, 0 where it is not too often. */
export type Spend = (what: 'client' | 'name', whose: string) => Promise<number>;

export interface ReceivingParts {
  /** As it calls itself. */
  readonly host: string;
  readonly store: Pick<PostboxStore, 'routeOf' | 'accept'>;
  readonly senders: Senders;
  readonly resolve: Resolve;
  readonly seal: Seal;
  readonly spend: Spend;
  /** Something was taken in. */
  readonly came: () => void;
  readonly log: Logger;
}

/** An answer of SMTP: a code, and words that begin with an enhanced one (RFC 3463). */
class Refusal extends Error {
  constructor(
    readonly responseCode: number,
    text: string,
  ) {
    super(text);
  }
}

const away = () => new Refusal(451, '4.3.0 This cannot be looked up just now, try again later');

/** Where what a session sends goes, by its addresses. */
interface Taken {
  readonly ways: Map<string, readonly Due[]>;
}

type Handlers = Required<Pick<SMTPServerOptions, 'onConnect' | 'onMailFrom' | 'onRcptTo' | 'onData'>>;

/**
 * Takes mail in for addresses that are forwarded, and bounces of what was passed on; nothing else. What is answered with
 * 250 is in the database.
 */
export function receiving(parts: ReceivingParts): Handlers {
  const taken = new WeakMap<SMTPServerSession, Taken>();
  const { log } = parts;
  const answer = (work: Promise<unknown>, done: (fault?: Error | null, text?: string) => void) => {
    work.then(
      (text) => (typeof text === 'string' ? done(null, text) : done()),
      (fault: unknown) => {
        if (fault instanceof Refusal) return done(fault);
        log.warn({ err: fault }, 'mail could not be taken in');
        done(away());
      },
    );
  };
  return {
    onConnect: ({ remoteAddress }, done) => answer(notTooOften(parts, 'client', remoteAddress), done),
    onMailFrom: (_address, session, done) => {
      taken.set(session, { ways: new Map() });
      done();
    },
    onRcptTo: ({ address }, session, done) => {
      const { ways } = taken.get(session) ?? { ways: new Map<string, readonly Due[]>() };
      answer(
        waysOf(parts, address, senderOf(session), ways.size).then((found) => void ways.set(address, found)),
        done,
      );
    },
    onData: (stream, session, done) => {
      const due = [...(taken.get(session)?.ways.values() ?? [])].flat();
      answer(takeIn(parts, stream, session, due), done);
    },
  };
}

async function notTooOften({ spend }: ReceivingParts, what: 'client' | 'name', whose: string): Promise<void> {
  const waitMs = await spend(what, whose);
  if (waitMs > 0) throw new Refusal(450, `4.7.1 That is too much at once, try again in ${Math.ceil(waitMs / 1000)} s`);
}

/** @returns the ways that mail to an address goes. @throws Refusal */
async function waysOf(parts: ReceivingParts, address: string, sender: string, before: number): Promise<Due[]> {
  if (before >= mostAddresses) throw new Refusal(452, '4.5.3 These are too many addresses at once');
  const at = address.lastIndexOf('@');
  const [local, host] = [address.slice(0, at), address.slice(at + 1).toLowerCase()];
  if (host === parts.host) return [bounced(parts, address, sender)];
  const route: Route | undefined = await parts.store.routeOf(local, host);
  if (!route) throw new Refusal(550, '5.1.1 There is no such address here, and nothing is passed on for others');
  if (route.targets.length === 0)
    throw new Refusal(450, '4.2.1 Whoever this is forwarded to has not agreed yet, try again later');
  await notTooOften(parts, 'name', route.zone);
  return route.targets.map((target) => ({ zone: route.zone, address: address.toLowerCase(), target }));
}

/** A bounce of what was passed on goes back to who sent that. */
function bounced({ senders }: ReceivingParts, address: string, sender: string): Due {
  const target = senders.original(address, new Date());
  if (target === undefined) throw new Refusal(550, '5.1.1 There is no such address here');
  if (sender !== '') throw new Refusal(550, '5.7.1 Only bounces are taken in here');
  return { zone: null, address, target };
}

async function takeIn(
  parts: ReceivingParts,
  stream: Readable & { readonly sizeExceeded?: boolean },
  session: SMTPServerSession,
  due: readonly Due[],
): Promise<string> {
  const { host, store, resolve, seal, came } = parts;
  const whole = await read(stream);
  if (!whole || stream.sizeExceeded) throw new Refusal(552, `5.3.4 A mail has at most ${largestMail} octets`);
  const mail = withoutForged(whole, host);
  const fields = fieldsOf(splitHead(mail).head);
  const named = (name: string) => fields.filter((field) => field.toLowerCase().startsWith(`${name}:`));
  if (named('received').length > mostReceived) throw new Refusal(554, '5.4.6 This mail goes round and round');
  if (named('from').length !== 1) throw new Refusal(550, '5.6.0 A mail has one From field (RFC 5322)');
  const before = new Set(
    named('delivered-to').map((field) =>
      field
        .slice(field.indexOf(':') + 1)
        .trim()
        .toLowerCase(),
    ),
  );
  if (due.some(({ address }) => before.has(address)))
    throw new Refusal(554, '5.4.6 This mail was here before, and goes round');
  const sender = senderOf(session);
  const arrival = { ip: session.remoteAddress, helo: heloOf(session), sender };
  const { headers, refusal } = await checked(mail, arrival, { host, resolve, seal });
  if (refusal) throw new Refusal(refusal.code, refusal.text);
  const id = randomUUID();
  const content = Buffer.concat([Buffer.from(`${headers}${receivedField(host, id, arrival, session)}`), mail]);
  // One that two addresses lead to gets it once.
  const once = [...new Map(due.map((one) => [one.target, one])).values()];
  await store.accept({ id, sender, content, due: once }, new Date());
  came();
  return `2.0.0 Kept as ${id}`;
}

/** @returns undefined where it is too large; it is read to its end all the same, as what follows is another command */
async function read(stream: Readable): Promise<Buffer | undefined> {
  const pieces: Buffer[] = [];
  let octets = 0;
  for await (const piece of stream as AsyncIterable<Buffer>) {
    octets += piece.length;
    if (octets <= largestMail) pieces.push(piece);
  }
  return octets > largestMail ? undefined : Buffer.concat(pieces);
}

/** How it came here (RFC 5321 section 4.4). */
function receivedField(
  host: string,
  id: string,
  { ip, helo }: { readonly ip: string; readonly helo: string },
  { secure }: SMTPServerSession,
): string {
  const date = new Date().toUTCString().replace('GMT', '+0000');
  return `Received: from ${helo} ([${ip}])\r\n by ${host} with ${secure ? 'ESMTPS' : 'ESMTP'} id ${id};\r\n ${date}\r\n`;
}

/** As the other one calls itself: what is no host says nothing. */
function heloOf({ hostNameAppearsAs }: SMTPServerSession): string {
  return /^[a-z0-9.:[\]-]{1,253}$/i.test(hostNameAppearsAs) ? hostNameAppearsAs : 'unknown';
}

function senderOf({ envelope: { mailFrom } }: SMTPServerSession): string {
  return mailFrom === false ? '' : mailFrom.address;
}
