import { EppConnection, SessionLimitReached, type EppAddress } from './eppConnection';
import { RegistrySilent, type Asker } from './registryGateway';
import { Turns } from './turns';

interface Turn {
  readonly resolve: (connection: EppConnection) => void;
  readonly reject: (fault: Error) => void;
}

/** Nobody was silent: the sessions were all at work for others. */
class NoSessionFree extends RegistrySilent {}

/** How long a session is waited for: the shop's own work longer than any registry takes, a search as long as one looks. */
const patienceMs = 30_000;
/** Silences in a row after which a registry counts as away. */
const mostSilences = 3;
/** It is left alone a few times as long as it kept one waiting, so that what needs it does not hold up what does not. */
const spareTimes = 4;
const shortestSpareMs = 250;
const longestSpareMs = 30_000;

/**
 * The sessions with one registry, shared by all askers in turn. Opens sessions as they are
 * needed, up to the limit; where the registry allows fewer, makes do with those it has.
 */
export class EppPool {
  private readonly idle: EppConnection[] = [];
  /** Orders and all else of the shop's own, first come, first served. */
  private readonly orders = new Turns<Turn>();
  /** Visitors who search: after the orders, each in turn. */
  private readonly searches = new Turns<Turn>();
  /** Sessions logged in, idle or lent. */
  private readonly members = new Set<EppConnection>();
  /** Sessions open or being opened. */
  private open = 0;
  private closed = false;
  private silences = 0;
  private lastSilence = 0;
  private sparedUntil = 0;

  constructor(
    private readonly address: EppAddress,
    private readonly limit: number,
  ) {}

  /**
   * Lends a session to the action; takes it back, or forgets it where it broke. Orders go before searches. A registry
   * that was silent several times in a row is left alone for a while: then it is silent at once.
   *
   * @param action gives nothing back where it had nothing to ask any more
   * @param asker who searches; the shop itself where left out
   * @throws RegistrySilent, also where the asker went away, or no session was free for long
   */
  async use<Result>(action: (connection: EppConnection) => Promise<Result>, asker?: Asker): Promise<Result> {
    const start = Date.now();
    if (start < this.sparedUntil) throw new RegistrySilent('The registry has been silent and is left alone');
    try {
      const connection = await this.borrow(asker);
      try {
        const result = await action(connection);
        if (result !== undefined) this.silences = 0;
        return result;
      } finally {
        this.giveBack(connection);
      }
    } catch (fault) {
      const isSilence = fault instanceof RegistrySilent && !(fault instanceof NoSessionFree);
      if (isSilence && !asker?.signal?.aborted && !this.closed) this.wasSilent(start);
      throw fault;
    }
  }

  /** @param start when what was not answered was asked: what was asked before the last silence is part of it */
  private wasSilent(start: number): void {
    const now = Date.now();
    if (start < this.lastSilence) return;
    this.lastSilence = now;
    this.silences += 1;
    if (this.silences < mostSilences) return;
    const spareMs = Math.min(longestSpareMs, Math.max(shortestSpareMs, (now - start) * spareTimes));
    this.sparedUntil = now + spareMs;
  }

  close(): void {
    this.closed = true;
    for (const { reject } of [...this.orders.drain(), ...this.searches.drain()])
      reject(new RegistrySilent('The pool is closed'));
    for (const connection of this.idle.splice(0)) connection.close();
  }

  private borrow(asker: Asker | undefined): Promise<EppConnection> {
    const { id, signal } = asker ?? { id: 'shop', signal: undefined };
    const turns = asker ? this.searches : this.orders;
    if (signal?.aborted) return Promise.reject(new RegistrySilent('The asker went away'));
    if (this.closed) return Promise.reject(new RegistrySilent('The pool is closed'));
    const connection = this.idle.pop();
    if (connection) return Promise.resolve(connection);
    return new Promise((resolve, reject) => {
      const leave = (why: RegistrySilent) => {
        turns.remove(id, turn);
        turn.reject(why);
      };
      const goAway = () => leave(new RegistrySilent('The asker went away'));
      const timer = setTimeout(() => leave(new NoSessionFree('No session became free')), patienceMs);
      const isOver = () => {
        clearTimeout(timer);
        signal?.removeEventListener('abort', goAway);
      };
      const turn: Turn = {
        resolve: (connection) => {
          isOver();
          resolve(connection);
        },
        reject: (fault) => {
          isOver();
          reject(fault);
        },
      };
      signal?.addEventListener('abort', goAway, { once: true });
      turns.push(id, turn);
      this.openForTurns();
    });
  }

  /** Opens a session for whoever has waited longest. */
  private async openOne(): Promise<void> {
    this.open += 1;
    try {
      const connection = await EppConnection.open(this.address, (closed) => this.forget(closed));
      this.members.add(connection);
      this.giveBack(connection);
    } catch (fault) {
      const othersWillServe = fault instanceof SessionLimitReached && this.members.size > 0;
      if (othersWillServe) return;
      this.next()?.reject(fault instanceof RegistrySilent ? fault : new RegistrySilent(String(fault)));
      this.openForTurns();
    }
  }

  private giveBack(connection: EppConnection): void {
    if (!connection.usable) return;
    const turn = this.next();
    if (turn) turn.resolve(connection);
    else if (this.closed) connection.close();
    else this.idle.push(connection);
  }

  private forget(connection: EppConnection): void {
    this.open -= 1;
    const index = this.idle.indexOf(connection);
    if (index >= 0) this.idle.splice(index, 1);
    if (this.members.delete(connection)) this.openForTurns();
  }

  private next(): Turn | undefined {
    return this.orders.shift() ?? this.searches.shift();
  }

  private openForTurns(): void {
    const someoneWaits = this.orders.waiting || this.searches.waiting;
    if (!this.closed && someoneWaits && this.open < this.limit) void this.openOne();
  }
}
