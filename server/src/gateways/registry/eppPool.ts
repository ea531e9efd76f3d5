import { EppConnection, SessionLimitReached, type EppAddress } from './eppConnection';
import { RegistrySilent, type Asker } from './registryGateway';
import { Turns } from './turns';

interface Turn {
  readonly resolve: (connection: EppConnection) => void;
  readonly reject: (fault: Error) => void;
}

/** Work of the shop's own, such as orders: a single asker beside the visitors. */
const shop: Asker = { id: 'shop' };

/**
 * The sessions with one registry, shared by all askers in turn. Opens sessions as they are
 * needed, up to the limit; where the registry allows fewer, makes do with those it has.
 */
export class EppPool {
  private readonly idle: EppConnection[] = [];
  private readonly turns = new Turns<Turn>();
  /** Sessions logged in, idle or lent. */
  private readonly members = new Set<EppConnection>();
  /** Sessions open or being opened. */
  private open = 0;
  private closed = false;

  constructor(
    private readonly address: EppAddress,
    private readonly limit: number,
  ) {}

  /**
   * Lends a session to the action; takes it back, or forgets it where it broke.
   *
   * @throws RegistrySilent, also where the asker went away before a session was free
   */
  async use<Result>(action: (connection: EppConnection) => Promise<Result>, asker = shop): Promise<Result> {
    const connection = await this.borrow(asker);
    try {
      return await action(connection);
    } finally {
      this.giveBack(connection);
    }
  }

  close(): void {
    this.closed = true;
    for (const { reject } of this.turns.drain()) reject(new RegistrySilent('The pool is closed'));
    for (const connection of this.idle.splice(0)) connection.close();
  }

  private borrow({ id, signal }: Asker): Promise<EppConnection> {
    if (signal?.aborted) return Promise.reject(new RegistrySilent('The asker went away'));
    if (this.closed) return Promise.reject(new RegistrySilent('The pool is closed'));
    const connection = this.idle.pop();
    if (connection) return Promise.resolve(connection);
    return new Promise((resolve, reject) => {
      const leave = () => {
        this.turns.remove(id, turn);
        reject(new RegistrySilent('The asker went away'));
      };
      const turn: Turn = {
        resolve: (connection) => {
          signal?.removeEventListener('abort', leave);
          resolve(connection);
        },
        reject,
      };
      signal?.addEventListener('abort', leave, { once: true });
      this.turns.push(id, turn);
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
    if (!this.closed && this.turns.waiting && this.open < this.limit) void this.openOne();
  }
}
