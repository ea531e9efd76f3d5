import { eq } from 'drizzle-orm';
import pino from 'pino';
import { Attention } from '../src/platform/attention/attention';
import { openDatabase, type OpenDatabase } from '../src/platform/db/database';
import { attention as attentionTable, outgoing } from '../src/platform/db/schema';
import { mailCarrier, type Mail } from '../src/platform/outbox/mail';
import { Outbox } from '../src/platform/outbox/outbox';
import { OutgoingStore } from '../src/platform/outbox/store';
import { unique } from './serverProcess';

describe('mail that waits', () => {
  let open: OpenDatabase;
  beforeAll(async () => {
    open = await openDatabase(process.env['DATABASE_URL'] ?? '');
  });
  afterAll(() => open.pool.end());

  /** One that is open still would take what the next test puts out. */
  const outboxes: Outbox[] = [];
  afterEach(async () => {
    for (const outbox of outboxes.splice(0)) await outbox.close();
  });

  /** An outbox whose mail server answers as the test wants, and a clock that the test moves. */
  function outboxWith(refuses: (to: string) => boolean, meanwhile = async (_to: string) => {}) {
    const sent: string[] = [];
    const clock = { time: Date.now(), now: () => new Date(clock.time) };
    const gateway = {
      send: async ({ to }: Mail) => {
        await meanwhile(to);
        if (refuses(to)) throw new Error('no such mailbox');
        sent.push(to);
      },
    };
    const log = pino({ level: 'silent' });
    const attention = new Attention(open.database, clock, log);
    const noDocuments = () => Promise.reject(new Error('no documents here'));
    const outbox = new Outbox(new OutgoingStore(open.database), attention, clock, log);
    outbox.carriedBy('mail', mailCarrier(gateway, noDocuments));
    outboxes.push(outbox);
    return { outbox, sent, clock };
  }
  const mail = (to: string, more: Partial<Mail> = {}) => ({ to, subject: `to ${to}`, text: 'words', ...more });
  const rowOf = async (key: string) => {
    const [row] = await open.database.select().from(outgoing).where(eq(outgoing.key, key));
    return row;
  };

  test('goes out once under a key, and one that fails holds up none of the others', async () => {
    const [bad, good] = [unique('bad'), unique('good')];
    const { outbox, sent, clock } = outboxWith((to) => to === bad);
    await open.database.transaction(async (transaction) => {
      await outbox.put(transaction, 'mail', bad, mail(bad));
      await outbox.put(transaction, 'mail', good, mail(good));
      await outbox.put(transaction, 'mail', good, mail(`${good} again`));
    });
    await Promise.all([outbox.flush(), outbox.flush()]);
    expect(sent.filter((to) => to.startsWith(good))).toEqual([good]);
    expect(await rowOf(bad)).toMatchObject({ attempts: 1, sentAt: null });
    clock.time += 60_000;
    await outbox.flush();
    expect((await rowOf(bad))?.attempts).toBe(2);
  });

  test('that cannot be sent for four days is given up, and someone is told', async () => {
    const to = unique('gone');
    const { outbox, clock } = outboxWith((one) => one === to);
    await outbox.send('mail', to, mail(to));
    await outbox.flush();
    clock.time += 5 * 24 * 3600_000;
    await outbox.flush();
    // Nobody was there to try meanwhile: time alone is no reason.
    expect(await rowOf(to)).toMatchObject({ attempts: 2, givenUpAt: null });
    for (let tries = 2; tries < 7; tries += 1) {
      clock.time += 15 * 60_000;
      await outbox.flush();
    }
    const row = await rowOf(to);
    expect(row).toMatchObject({ attempts: 7 });
    expect(row?.givenUpAt).not.toBeNull();
    const raised = await open.database
      .select()
      .from(attentionTable)
      .where(eq(attentionTable.key, `mail ${row?.id}`));
    expect(raised).toHaveLength(1);
  });

  test('is not kept once it is out, nor is a subject that holds a code', async () => {
    const [letter, code] = [unique('letter'), unique('code')];
    const { outbox } = outboxWith(() => false);
    await outbox.send('mail', letter, mail(letter));
    await outbox.send('mail', code, mail(code, { isSecret: true }));
    await outbox.flush();
    expect((await rowOf(letter))?.content).toEqual({ to: letter, subject: `to ${letter}`, text: '' });
    expect((await rowOf(code))?.content).toEqual({ to: code, subject: '', text: '' });
  });

  test('is sent and noted before its outbox is closed, and what waits then is left to another', async () => {
    const [first, second] = [unique('first'), unique('second')];
    let arrived = () => {};
    const isSending = new Promise<void>((resolve) => {
      arrived = resolve;
    });
    let letGo = () => {};
    const held = new Promise<void>((resolve) => {
      letGo = resolve;
    });
    const { outbox, sent } = outboxWith(
      () => false,
      async (to) => {
        if (to !== first) return;
        arrived();
        await held;
      },
    );
    await outbox.send('mail', first, mail(first));
    const flushed = outbox.flush();
    await isSending;
    await outbox.send('mail', second, mail(second));
    const closed = outbox.close();
    letGo();
    await Promise.all([flushed, closed]);
    expect((await rowOf(first))?.sentAt).not.toBeNull();
    expect((await rowOf(second))?.sentAt).toBeNull();
    expect(sent).not.toContain(second);
    const later = outboxWith(() => false);
    await later.outbox.flush();
    expect(later.sent).toContain(second);
    expect(later.sent).not.toContain(first);
  });

  test('that is only written down is not sent', async () => {
    const to = unique('nobody');
    const { outbox, sent } = outboxWith(() => false);
    await outbox.pretend('mail', to, mail(to));
    await outbox.flush();
    expect(sent).toEqual([]);
  });
});
