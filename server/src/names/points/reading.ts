import { toULabel } from '@tienda/core/idna/idna';
import { randomBytes } from 'node:crypto';
import type { Actor } from '@tienda/core/accounts/actor';
import { startingDelegation } from '@tienda/core/dns/delegation';
import { readName } from '@tienda/core/dns/record';
import { readAnswers, typesToRead, usualNames, type ReadAnswer, type ReadZone } from '@tienda/core/dns/zoneReading';
import { inLanes } from '@tienda/core/work/inLanes';
import { badField, Problem } from '../../platform/http/problem';
import type { NameserverLookParts, NameserverLooks } from './nameservers';

/** Questions asked of a name server side by side. */
const lanes = 12;
/** Enough for a name server far away; what is not answered by then is not waited for. */
const patienceMs = 10_000;

export interface ZoneReadingParts extends Pick<NameserverLookParts, 'names' | 'dns' | 'port'> {
  readonly looks: NameserverLooks;
}

/** Reads what others' name servers answer for a name that is held here, so that the same can be served here. */
export class ZoneReadings {
  constructor(private readonly parts: ZoneReadingParts) {}

  /**
   * @param more names below it to ask for besides the usual ones, as they are typed
   * @throws Problem 404 where the account does not hold the name, 409 where it is served here or by nobody, 422 where a name
   *   is none, 503 where no name server of it answers
   */
  async of(actor: Actor, name: string, more: readonly string[]): Promise<ReadZone> {
    const held = await this.parts.names.need(actor, name);
    const unicode = toULabel(name);
    const { nameservers } = held.delegation ?? startingDelegation;
    if (!nameservers || nameservers.length === 0)
      throw new Problem(
        409,
        'nothing-to-read',
        'There is nothing to read',
        `${unicode} has no nameservers elsewhere.`,
        [],
        { facts: { name: unicode } },
      );
    const asked = [...new Set([...usualNames, ...more.map((typed, index) => this.below(name, typed, index))])];
    const found = await this.parts.looks.firstThatAnswers(held, nameservers);
    if (!found)
      throw new Problem(
        503,
        'nameservers-silent',
        'The nameservers did not answer',
        `None of ${nameservers.join(', ')} answers for ${unicode} just now. Try again in a while.`,
        [],
        { facts: { name: unicode, hosts: nameservers.join(', ') } },
      );
    // A name that nobody has set up tells what is answered for all.
    const nobody = `n${randomBytes(6).toString('hex')}`;
    const questions = [...asked, nobody].flatMap((one) => typesToRead(one).map((type) => ({ one, type })));
    const { dns, port } = this.parts;
    const end = Date.now() + patienceMs;
    const silent = new Set<string>();
    const answers = await inLanes(questions, lanes, async ({ one, type }): Promise<ReadAnswer[]> => {
      const whole = one === '@' ? name : `${one}.${name}`;
      const answer = Date.now() < end ? await dns.ask({ address: found.address, port }, whole, type) : undefined;
      // Silence does not say that there is nothing.
      if (!answer || answer.status === 'failed' || answer.status === 'refused') silent.add(one);
      return (answer?.answers ?? []).filter((record) => record.name === whole && record.type === type);
    });
    silent.delete(nobody);
    const isNobodys = ({ name: whole }: ReadAnswer) => whole === `${nobody}.${name}`;
    const all = answers.flat();
    const read = readAnswers(
      name,
      all.filter((answer) => !isNobodys(answer)),
      all.filter(isNobodys),
    );
    return { nameserver: found.host, asked, silent: [...silent], ...read };
  }

  private below(zone: string, typed: string, index: number): string {
    const read = readName(zone, typed, 'TXT');
    if (typeof read === 'string') return read;
    throw badField(`/names/${index}`, 'badName', `“${typed}” is no name below ${zone}.`);
  }
}
