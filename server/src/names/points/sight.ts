import type { Holding } from '@tienda/core/accounts/actor';
import type { DnsRecord } from '@tienda/core/dns/record';
import { sightOf, sightQuestions, type SightQuestion, type ZoneSight } from '@tienda/core/dns/sight';
import type { DnsAddress, DnsAnswer, DnsClient } from '../../gateways/dns/dnsClient';
import type { Clock } from '../../platform/clock/clock';
import type { ZoneStore } from '../zones/store';
import type { Pointing } from './service';

export interface SightParts {
  readonly pointing: Pick<Pointing, 'of'>;
  readonly zones: Pick<ZoneStore, 'latest'>;
  readonly dns: Pick<DnsClient, 'ask'>;
  /** Tienda's own. */
  readonly nameServers: readonly (DnsAddress & { readonly host: string })[];
  /** Of places from which visitors come. */
  readonly resolvers: readonly DnsAddress[];
  readonly clock: Clock;
}

/** Whether everyone sees what was changed: name servers and resolvers are asked. */
export class Sights {
  constructor(private readonly parts: SightParts) {}

  /** @throws Problem 404 where the account does not hold the name */
  async of(holding: Holding, name: string): Promise<ZoneSight> {
    const { pointing, zones, nameServers, clock } = this.parts;
    const { version, serial } = await pointing.of(holding, name);
    const now = clock.now().getTime();
    const states = await zones.latest(name);
    const { questions, until } = sightQuestions(
      states.map(({ at, records }) => ({ at: at.getTime(), records })),
      now,
    );
    const records = states.at(-1)?.records ?? [];
    const [servers, seen] = await Promise.all([
      Promise.all(nameServers.map(async (server) => this.served(server, name, serial))),
      Promise.all(questions.map(async (question) => this.seen(name, question, records, now))),
    ]);
    const isSeen = seen.every((one) => one.seen.every(({ sight }) => sight === 'new'));
    return {
      version,
      questions: seen,
      servers: nameServers.map(({ host }, index) => ({ host, sight: servers[index] ?? 'silent' })),
      ...(until > now && !isSeen ? { until: new Date(until).toISOString() } : {}),
    };
  }

  private async served(server: DnsAddress, name: string, serial: number): Promise<'new' | 'old' | 'silent'> {
    const answer = await this.parts.dns.ask(server, name, 'SOA');
    if (!answer || answer.status === 'failed') return 'silent';
    return answer.answers.some(({ type, data }) => type === 'SOA' && data.endsWith(` ${serial}`)) ? 'new' : 'old';
  }

  private async seen(
    zone: string,
    question: SightQuestion,
    records: readonly DnsRecord[],
    now: number,
  ): Promise<ZoneSight['questions'][number]> {
    const { nameServers, resolvers } = this.parts;
    const whole = question.name === '@' ? zone : `${question.name}.${zone}`;
    const [first] = nameServers;
    const [served, ...answers] = await Promise.all([
      first && this.parts.dns.ask(first, whole, question.type),
      ...resolvers.map((resolver) => this.parts.dns.ask(resolver, whole, question.type, true)),
    ]);
    const about = (answer: DnsAnswer) => aboutName(answer, whole, question.type);
    // Whoever a sub-name is handed on to is told beside the answer.
    const isHandedOn = records.some(({ name, type }) => name === question.name && type === 'NS');
    const current = served
      ? aboutName({ ...served, answers: isHandedOn ? served.authority : served.answers }, whole, question.type)
      : [];
    return {
      ...question,
      seen: answers.map((answer, place) =>
        sightOf(
          place,
          current.map(({ data }) => data),
          answer && { status: answer.status, records: about(answer), absentFor: answer.authority[0]?.ttl ?? 0 },
          now,
        ),
      ),
    };
  }
}

/** The records of an answer that are of the name itself: those asked for, or what it is an alias of. */
function aboutName({ answers }: Pick<DnsAnswer, 'answers'>, whole: string, asked: string): DnsAnswer['answers'] {
  return answers.filter(({ name, type }) => name === whole && (type === asked || type === 'CNAME'));
}
