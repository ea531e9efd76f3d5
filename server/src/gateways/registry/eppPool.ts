import { EppConnection, SessionLimitReached, type EppAddress } from './eppConnection';
import { RegistrySilent } from './registryGateway';

interface Turn {
  readonly resolve: (connection: EppConnection) => void;
  readonly reject: (fault: Error) => void;
}

/**
 * The sessions with one registry, shared by all its users in the order they came. Opens sessions as they are
 * needed, up to the limit; where the registry allows fewer, makes do with those it has.
 */
export class EppPool {
  private readonly idle: EppConnection[] = [];
  private readonly turns: Turn[] = [];
  /** Sessions logged in, idle or lent. */
  private readonly members = new Set<EppConnection>();
  /** Sessions open or being opened. */
  private open = 0;
  private closed = false;

  constructor(
    private readonly address: EppAddress,
    private readonly limit: number,
  ) {}

  /** Lends a session to the action; takes it back, or forgets it where it broke. @throws RegistrySilent */
  async use<Result>(action: (connection: EppConnection) => Promise<Result>): Promise<Result> {
    const connection = await this.borrow();
    try {
      return await action(connection);
    } finally {
      this.giveBack(connection);
    }
  }

  close(): void {
    this.closed = true;
    for (const { reject } of this.turns.splice(0)) reject(new RegistrySilent('The pool is closed'));
    for (const connection of this.idle.splice(0)) connection.close();
  }

  private borrow(): Promise<EppConnection> {
    if (this.closed) return Promise.reject(new RegistrySilent('The pool is closed'));
    const connection = this.idle.pop();
    if (connection) return Promise.resolve(connection);
    return new Promise((resolve, reject) => {
      this.turns.push({ resolve, reject });
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
      this.turns.shift()?.reject(fault instanceof RegistrySilent ? fault : new RegistrySilent(String(fault)));
      this.openForTurns();
    }
  }

  private giveBack(connection: EppConnection): void {
    if (!connection.usable) return;
    const turn = this.turns.shift();
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

  private openForTurns(): void {
    if (!this.closed && this.turns.length > 0 && this.open < this.limit) void this.openOne();
  }
}
