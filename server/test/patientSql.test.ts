import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import pino from 'pino';
import { PatientSql } from '../src/jobs/patientSql';

const log = pino({ level: 'silent' });

test('statements are answered, their own faults are told, and what is asked after closing is left open', async () => {
  const sql = new PatientSql(process.env['DATABASE_URL'] ?? '', log);
  expect((await sql.executeSql('select $1::int as n', [7])).rows).toEqual([{ n: 7 }]);
  await expect(sql.executeSql('select nothing', [])).rejects.toThrow('column "nothing" does not exist');
  await sql.close();
  const late = sql.executeSql('select 1', []).then(
    () => 'answered',
    () => 'refused',
  );
  expect(await Promise.race([late, pause(200, 'left open')])).toBe('left open');
});

test('a statement whose connection is ended is sent again', async () => {
  const url = process.env['DATABASE_URL'] ?? '';
  const sql = new PatientSql(url, log);
  const other = new pg.Client({ connectionString: url });
  await other.connect();
  const answer = sql.executeSql('select pg_backend_pid() as pid, pg_sleep(0.6)', []);
  let ended: { pid: number }[] = [];
  for (let attempt = 0; attempt < 20 && ended.length === 0; attempt += 1) {
    await pause(20);
    const found = await other.query<{ pid: number }>(
      `select pid from pg_stat_activity where query like 'select pg_backend_pid() as pid, pg_sleep%' and pg_terminate_backend(pid)`,
    );
    ended = found.rows;
  }
  expect(ended).toHaveLength(1);
  const [row] = (await answer).rows as { pid: number }[];
  expect(row?.pid).not.toBe(ended[0]?.pid);
  await other.end();
  await sql.close();
});
