import { createHash } from 'node:crypto';
import { closeSync, openSync, readFileSync, readSync, statSync } from 'node:fs';
import path from 'node:path';

/** Milliseconds of processor time that a process has taken so far, its threads included (Linux: proc(5)). */
export function cpuOf(pid) {
  const [user, system] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ').slice(11, 13);
  return (Number(user) + Number(system)) * 10;
}

/** Milliseconds of processor time that the same work takes each time: how fast the machine is just now. */
function fixedWork() {
  const start = process.cpuUsage();
  for (let i = 0; i < 20_000; i += 1) {
    const { text } = JSON.parse(JSON.stringify({ text: `${i}${'x'.repeat(50)}`, list: [1, 2, 3] }));
    createHash('sha256').update(text).digest();
  }
  const { user, system } = process.cpuUsage(start);
  return (user + system) / 1000;
}

/** How much processor time that is against fixed work, as a row of the table shows it. */
export function work(ms) {
  const floor = fixedWork();
  return {
    floor: Number(floor.toFixed(1)),
    floorIs: 'ms of the same fixed work',
    ratio: Number((ms / floor).toFixed(2)),
  };
}

/**
 * Counts what one database is asked, from PostgreSQL's own log. Sessions opened after `open` are counted, the given
 * client's are not.
 */
export class Statements {
  constructor(client, env) {
    this.client = client;
    this.log = path.join(env.TIENDA_POSTGRES_DIRECTORY, 'server.log');
    this.database = new URL(env.DATABASE_URL).pathname.slice(1);
  }

  async open() {
    await this.client.query("alter system set log_line_prefix = '%d|'");
    await this.client.query('select pg_reload_conf()');
    await this.client.query(`alter database ${this.client.escapeIdentifier(this.database)} set log_statement = 'all'`);
    await this.client.query("set log_statement = 'none'");
  }

  async close() {
    await this.client.query(`alter database ${this.client.escapeIdentifier(this.database)} reset log_statement`);
  }

  /** From here on. */
  begin() {
    this.from = statSync(this.log).size;
  }

  /** How many since `begin`, of all or of those that start so. */
  count(start = '') {
    const file = openSync(this.log, 'r');
    const said = Buffer.alloc(statSync(this.log).size - this.from);
    readSync(file, said, 0, said.length, this.from);
    closeSync(file);
    const asked = new RegExp(`^${this.database}\\|LOG:  (execute [^:]*|statement): ${start}`);
    return said
      .toString()
      .split('\n')
      .filter((line) => asked.test(line)).length;
  }
}
