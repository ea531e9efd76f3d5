/**
 * Those who wait, served fairly: each asker in turn gets one, however many others have lined up. Within one
 * asker, first come, first served.
 */
export class Turns<Turn> {
  private readonly byAsker = new Map<string, Turn[]>();

  get waiting(): boolean {
    return this.byAsker.size > 0;
  }

  push(asker: string, turn: Turn): void {
    const own = this.byAsker.get(asker);
    if (own) own.push(turn);
    else this.byAsker.set(asker, [turn]);
  }

  /** The next turn; its asker goes to the end of the line. */
  shift(): Turn | undefined {
    const [first] = this.byAsker;
    if (!first) return undefined;
    const [asker, own] = first;
    const turn = own.shift();
    this.byAsker.delete(asker);
    if (own.length > 0) this.byAsker.set(asker, own);
    return turn;
  }

  /** Takes a turn back. */
  remove(asker: string, turn: Turn): void {
    const own = this.byAsker.get(asker);
    const at = own?.indexOf(turn) ?? -1;
    if (!own || at < 0) return;
    own.splice(at, 1);
    if (own.length === 0) this.byAsker.delete(asker);
  }

  /** Every turn, taken out. */
  drain(): Turn[] {
    const all = [...this.byAsker.values()].flat();
    this.byAsker.clear();
    return all;
  }
}
