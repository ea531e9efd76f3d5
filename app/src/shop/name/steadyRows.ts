import type { Row } from './rows';

/**
 * Keeps rows where they are while answers arrive: the order is made when the search or the choices change, and
 * once more when every name has its hint. After that a row changes in place; what comes to fit later goes to the
 * end.
 */
export class SteadyRows {
  private key = '';
  private settled = false;
  private order: readonly string[] = [];

  /**
   * @param key changes when the order may
   * @param settled every name has its hint
   * @param arrange filters and sorts
   */
  arrange(key: string, settled: boolean, rows: readonly Row[], arrange: (rows: readonly Row[]) => Row[]): Row[] {
    const byName = new Map(rows.map((row) => [row.name, row]));
    const anew = key !== this.key || !this.settled;
    const placed = new Set(anew ? [] : this.order);
    const kept = anew ? [] : this.order.filter((name) => byName.has(name));
    this.order = [
      ...kept,
      ...arrange(rows)
        .map(({ name }) => name)
        .filter((name) => !placed.has(name)),
    ];
    this.key = key;
    this.settled = settled;
    return this.order.flatMap((name) => byName.get(name) ?? []);
  }
}
