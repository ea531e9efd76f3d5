import type { Actor } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { isoDate } from '@tienda/core/time/isoDate';
import { servedUntil, type MovesAway } from '@tienda/core/transfers/moveAway';
import type { Clock } from '../../platform/clock/clock';
import type { Database, StatementPart } from '../../platform/db/database';
import { notFound, refusals } from '../../platform/http/problem';
import type { Mail } from '../../platform/outbox/mail';
import type { Outbox } from '../../platform/outbox/outbox';
import { written } from '../../platform/outbox/store';
import type { NameStore } from '../held/store';
import { logged } from '../log/store';
import type { Asking } from '../operations/asking';
import { moved, OperationMoved, type OperationStore, type TakenOperation } from '../operations/store';
import { askedMail, movedMail, reminderMail, staysMail } from './mails';
import type { MoveAwayStore } from './store';

export interface MovingAwayParts {
  readonly database: Database;
  readonly store: MoveAwayStore;
  readonly operations: OperationStore;
  readonly names: NameStore;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

/** For so many days those who have left are told. */
const toldDays = 90;
const dayMs = 86_400_000;
/** A holder and the registry may both say something at one moment. */
const tries = 3;

/** Names that other registrars ask for: what is told of them, what their holders say, and what follows. */
export class MovingAway {
  constructor(private readonly parts: MovingAwayParts) {}

  /** As far as somebody reaches the names; what has left, only where they reach all. */
  async list(actor: Actor): Promise<MovesAway> {
    const { store, names, clock } = this.parts;
    const { account, reach } = actor;
    const since = new Date(clock.now().getTime() - toldDays * dayMs);
    // In this order: one that leaves between the two is told as both, and looked at again, instead of as neither.
    const all = await store.asked(account);
    const left = reach === 'all' ? await store.leftSince(account, since) : [];
    const reached = new Set(
      (
        await names.among(
          actor,
          all.map(({ name }) => name),
        )
      ).map(({ name }) => name),
    );
    const asked = all.filter(({ name }) => reached.has(name));
    return {
      asked: asked.map(({ name, state: { to, until, ...state } }) => ({
        name,
        unicode: toULabel(name),
        to,
        until,
        ...('agreed' in state ? { agreed: state.agreed } : {}),
      })),
      left: left.map(({ name, leftAt, goesOn }) => ({
        name,
        unicode: toULabel(name),
        leftOn: isoDate(leftAt),
        ...(goesOn === null ? {} : { servedUntil: goesOn }),
      })),
    };
  }

  /**
   * The holder lets a name go, or keeps it; its registry is told. Said once more, since the answer was lost, it is the same.
   *
   * @throws Problem 404 where nobody asks for it, 409 where something else was said before
   */
  async answer(actor: Actor, name: string, agreed: boolean, asking: Asking): Promise<void> {
    const held = await this.parts.names.find(actor, name);
    if (!held) return this.expectSaid(actor, name, agreed);
    for (let i = 1; ; i += 1)
      try {
        return await this.answered(actor, held, agreed, asking);
      } catch (fault) {
        if (!(fault instanceof OperationMoved) || i === tries) throw fault;
      }
  }

  /** @throws OperationMoved where its registry said something at this moment */
  private async answered(
    { account, who }: Actor,
    { id, name }: { readonly id: string; readonly name: string },
    agreed: boolean,
    asking: Asking,
  ): Promise<void> {
    const { store, operations, database, clock } = this.parts;
    const [open] = await store.asked(account, name);
    if (!open) return this.expectSaid({ account }, name, agreed);
    const { state } = open;
    if (state.at === 'answered') {
      if (state.agreed === agreed) return;
      throw answeredAlready(state.agreed ? 'letGo' : 'kept');
    }
    const { to, until } = state;
    const said = logged(id, who, [{ type: 'moveAnswered', agreed }], clock.now(), moved);
    await operations.move(database, open, { type: 'answered', agreed, to, until }, [said]);
    await operations.heardOfTransfer(open.registry, name);
    asking.wakeLanesOf([name]);
    await asking.untilEnded(open.id);
  }

  /** @throws Problem 404 where the last that was asked for was not answered so */
  private async expectSaid({ account }: Pick<Actor, 'account'>, name: string, agreed: boolean): Promise<void> {
    const ended = await this.parts.store.lastEnd(account, name);
    const wasSaid = agreed ? ended?.at === 'done' : ended?.at === 'refused' && ended.cause === 'rejected';
    if (!wasSaid) throw notFound('request for it');
  }

  /** Writes down what happened to the operation of a name, with all that must be true with it. */
  async happened(operation: TakenOperation, event: OperationEvent): Promise<TakenOperation> {
    const { database, operations, outbox } = this.parts;
    const { operation: after } = await operations.move(database, operation, event, this.along(operation, event));
    outbox.soon();
    return after;
  }

  async remind({ id, account, name }: TakenOperation, until: string): Promise<void> {
    const mail = reminderMail(account, toULabel(name), until, this.pageOf(name));
    await this.parts.outbox.send('mail', `operation ${id} reminder ${until}`, mail);
  }

  private along(operation: TakenOperation, event: OperationEvent): StatementPart[] {
    const { names, clock } = this.parts;
    const { account, held, name, state } = operation;
    // What is nobody's any more has left by another way.
    if (!held) return [];
    const now = clock.now();
    const unicode = toULabel(name);
    const noted = (what: NameEvent, by: 'registry' | 'clock' = 'registry') =>
      logged(held.id, { type: by }, [what], now, moved);
    switch (event.type) {
      case 'asked': {
        if (!('to' in event)) return [];
        const { to, until } = event;
        const mail = askedMail(account, unicode, to, until, this.pageOf(name));
        return [noted({ type: 'moveAsked', to }), this.told(operation, `asked ${until}`, mail)];
      }
      // The holder's own answer is written down as it is given.
      case 'answered':
        return [noted({ type: 'moveAnswered', agreed: event.agreed }, 'clock')];
      case 'done': {
        const until = servedUntil(isoDate(now));
        return [
          ...names.movedOut(operation, held.id, now, moved),
          this.told(operation, 'moved', movedMail(account, unicode, until)),
        ];
      }
      case 'refused':
      case 'givenUp':
        // Of what they were not asked about, nobody needs to hear that it is over.
        if (state.at === 'ready') return [];
        return [noted({ type: 'moveOver' }), this.told(operation, 'over', staysMail(account, unicode, event.cause))];
      default:
        return [];
    }
  }

  private told({ id }: TakenOperation, what: string, content: Mail): StatementPart {
    return written('told', [{ kind: 'mail', key: `operation ${id} ${what}`, content }], this.parts.clock.now(), moved);
  }

  private pageOf(name: string): string {
    return `${this.parts.publicUrl}/names/${name}`;
  }
}

const answeredAlready = refusals(409, 'answered', 'It was answered', {
  letGo: () => 'It was let go already, and its registry is being told.',
  kept: () => 'It was kept already, and its registry is being told.',
});
