/** What is to be done after a while; none of it once it is closed. */
export class Alarms {
  private readonly set = new Set<NodeJS.Timeout>();
  private closed = false;

  after(ms: number, act: () => void): void {
    if (this.closed) return;
    const alarm = setTimeout(() => {
      this.set.delete(alarm);
      act();
    }, ms);
    alarm.unref();
    this.set.add(alarm);
  }

  close(): void {
    this.closed = true;
    for (const alarm of this.set) clearTimeout(alarm);
  }
}
