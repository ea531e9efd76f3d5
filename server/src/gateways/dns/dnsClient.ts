import { randomInt } from 'node:crypto';
import { createSocket } from 'node:dgram';
import { connect } from 'node:net';
import { decode, encode, RECURSION_DESIRED, type Answer, type DecodedPacket, type RecordType } from 'dns-packet';

/** Where a name server or a resolver is reached. */
export interface DnsAddress {
  readonly address: string;
  readonly port: number;
}

/** A record of an answer. */
interface AnsweredRecord {
  /** In lower case, without the last dot. */
  readonly name: string;
  readonly type: string;
  /** Seconds; of a resolver, what is left of them. */
  readonly ttl: number;
  /** As text, in the one way to write it: hosts without the last dot, a text in one piece. */
  readonly data: string;
}

/** Where a host is. */
export interface Whereabouts {
  /** Those known: none is no proof that there is none unless it is the whole answer. */
  readonly addresses: readonly string[];
  /** False where the resolver was silent or could not find out, for one kind of addresses or both. */
  readonly isWhole: boolean;
  /** Seconds that it may be kept; undefined where nothing says so. */
  readonly ttl: number | undefined;
}

export interface DnsAnswer {
  /** `nothing`: no such name, `failed`: it could not be found out, or not be proven. */
  readonly status: 'found' | 'nothing' | 'failed' | 'refused';
  readonly isAuthoritative: boolean;
  readonly answers: readonly AnsweredRecord[];
  /** Who is asked instead, or how long nothing is known to be there. */
  readonly authority: readonly AnsweredRecord[];
}

/** Who answers from what it has does so at once; a resolver may have to walk from the root to who knows. */
const patienceMs = { own: 1500, resolver: 3000 };
const tries = 2;
/** An answer over TCP is at most so long, octets (RFC 1035 section 4.2.2). */
const longestAnswer = 65_535;
/** Types that have come after the package: their number says which is meant (RFC 3597). */
const numbered: Readonly<Record<string, string>> = { HTTPS: 'UNKNOWN_65', SVCB: 'UNKNOWN_64' };

/** Answers over UDP may be as long as fits everywhere (RFC 6891, RFC 9715). */
const longerAnswers: Answer = {
  type: 'OPT',
  name: '.',
  udpPayloadSize: 1232,
  extendedRcode: 0,
  ednsVersion: 0,
  flags: 0,
  flag_do: false,
  options: [],
};

/** True where what is there was told, be it nothing; not where nobody answered, or could find out. */
export function isToldOf(answer: DnsAnswer | undefined): answer is DnsAnswer {
  return answer?.status === 'found' || answer?.status === 'nothing';
}

/** Asks name servers and resolvers (RFC 1035): over UDP, and over TCP where the answer is longer than that. */
export class DnsClient {
  /**
   * @param type as in a zone file
   * @param recursive for resolvers, which are waited for longer
   * @returns undefined where there was no answer in time
   */
  async ask(server: DnsAddress, name: string, type: string, recursive = false): Promise<DnsAnswer | undefined> {
    const id = randomInt(1 << 16);
    const question = { name: name.replace(/\.$/, ''), type: (numbered[type] ?? type) as RecordType };
    const asked = encode({
      type: 'query',
      id,
      flags: recursive ? RECURSION_DESIRED : 0,
      questions: [question],
      additionals: [longerAnswers],
    });
    const isAnswer = ({ id: its, questions }: DecodedPacket) =>
      its === id && questions?.[0]?.name.toLowerCase() === question.name.toLowerCase();
    const patience = recursive ? patienceMs.resolver : patienceMs.own;
    let answer: DecodedPacket | undefined;
    for (let i = 0; i < tries && !answer; i += 1) answer = await overUdp(server, asked, isAnswer, patience);
    if (answer?.flag_tc) answer = await overTcp(server, asked, patience);
    return answer && isAnswer(answer) ? told(answer) : undefined;
  }

  /** Where a host is, both of the internet's kinds of addresses, as a resolver says. */
  async whereIs(resolver: DnsAddress, host: string): Promise<Whereabouts> {
    const asked = await Promise.all(['A', 'AAAA'].map((type) => this.ask(resolver, host, type, true)));
    const records = asked.flatMap((answer) => answer?.answers ?? []);
    const ttls = records.map(({ ttl }) => ttl);
    return {
      addresses: records.filter(({ type }) => type === 'A' || type === 'AAAA').map(({ data }) => data),
      isWhole: asked.every(isToldOf),
      ttl: ttls.length > 0 ? Math.min(...ttls) : undefined,
    };
  }
}

function overUdp(
  { address, port }: DnsAddress,
  asked: Buffer,
  isAnswer: (packet: DecodedPacket) => boolean,
  patienceMs: number,
): Promise<DecodedPacket | undefined> {
  const socket = createSocket(address.includes(':') ? 'udp6' : 'udp4');
  return new Promise((resolve) => {
    const end = (answer?: DecodedPacket) => {
      clearTimeout(patience);
      socket.close();
      resolve(answer);
    };
    const patience = setTimeout(end, patienceMs);
    socket.once('error', () => end());
    socket.on('message', (octets) => {
      const packet = decoded(octets);
      // Anything else is from somebody who would like to be taken for the one asked.
      if (packet && isAnswer(packet)) end(packet);
    });
    socket.connect(port, address, () => socket.send(asked));
  });
}

function overTcp({ address, port }: DnsAddress, asked: Buffer, patienceMs: number): Promise<DecodedPacket | undefined> {
  return new Promise((resolve) => {
    let heard = Buffer.alloc(0);
    const socket = connect(port, address, () => {
      const length = Buffer.alloc(2);
      length.writeUInt16BE(asked.length);
      socket.write(Buffer.concat([length, asked]));
    });
    const end = (answer?: DecodedPacket) => {
      socket.destroy();
      resolve(answer);
    };
    socket.setTimeout(patienceMs, () => end());
    socket.once('error', () => end());
    socket.once('end', () => end());
    socket.on('data', (octets) => {
      heard = Buffer.concat([heard, octets]).subarray(0, longestAnswer + 2);
      if (heard.length < 2) return;
      const length = heard.readUInt16BE();
      if (heard.length >= length + 2) end(decoded(heard.subarray(2, length + 2)));
    });
  });
}

function decoded(octets: Buffer): DecodedPacket | undefined {
  try {
    return decode(octets);
  } catch {
    return undefined;
  }
}

const statuses: Readonly<Record<string, DnsAnswer['status']>> = {
  NOERROR: 'found',
  NXDOMAIN: 'nothing',
  REFUSED: 'refused',
};

/** The package's types do not say how an answer ended. */
function told(packet: DecodedPacket & { readonly rcode?: string }): DnsAnswer {
  return {
    status: statuses[packet.rcode ?? ''] ?? 'failed',
    isAuthoritative: packet.flag_aa,
    answers: (packet.answers ?? []).flatMap(record),
    authority: (packet.authorities ?? []).flatMap(record),
  };
}

function record(answer: Answer): AnsweredRecord[] {
  if (answer.type === 'OPT') return [];
  const { name, ttl = 0 } = answer as { name: string; ttl?: number };
  return [{ name: name.toLowerCase(), type: typeOf(answer.type), ttl, data: dataText(answer) }];
}

function typeOf(type: string): string {
  return Object.entries(numbered).find(([, number]) => number === type)?.[0] ?? type;
}

function dataText(answer: Answer): string {
  switch (answer.type) {
    case 'A':
    case 'AAAA':
      return answer.data;
    case 'CNAME':
    case 'NS':
    case 'PTR':
    case 'DNAME':
      return host(answer.data);
    case 'TXT':
      return [answer.data]
        .flat()
        .map((piece) => Buffer.from(piece).toString('utf8'))
        .join('');
    case 'MX':
      return `${answer.data.preference ?? 0} ${host(answer.data.exchange)}`;
    case 'SRV': {
      const { priority = 0, weight = 0, port, target } = answer.data;
      return `${priority} ${weight} ${port} ${host(target)}`;
    }
    case 'CAA':
      return `${answer.data.flags ?? 0} ${answer.data.tag} ${answer.data.value}`;
    case 'SOA':
      return `${host(answer.data.mname)} ${host(answer.data.rname)} ${answer.data.serial ?? 0}`;
    case 'DNSKEY': {
      const { flags, algorithm, key } = answer.data;
      return `${flags} 3 ${algorithm} ${key.toString('base64')}`;
    }
    case 'DS': {
      const { keyTag, algorithm, digestType, digest } = answer.data;
      return `${keyTag} ${algorithm} ${digestType} ${digest.toString('hex').toUpperCase()}`;
    }
    default: {
      const { data } = answer as { data: unknown };
      return Buffer.isBuffer(data) ? data.toString('hex') : JSON.stringify(data);
    }
  }
}

const host = (name: string) => (name === '.' ? name : name.toLowerCase().replace(/\.$/, ''));
