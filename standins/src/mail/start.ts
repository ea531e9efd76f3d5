import { buffer } from 'node:stream/consumers';
import Router from '@koa/router';
import { desc, eq, getTableColumns } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import type { Logger } from 'pino';
import { SMTPServer, type SMTPServerSession } from 'smtp-server';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { message } from '../db/schema';
import { Faults, readFaults } from '../platform/faults';
import { serveHttp } from '../platform/http';
import { mailboxesAddress } from '../registry/internet';

/** As many mails as one look into a mailbox shows. */
const mostShown = 100;

/** An answer of SMTP that is no yes: 4xx for now, whoever sends tries again; 5xx for good (RFC 5321, section 4.2.1). */
const no = (responseCode: number, text: string) => Object.assign(new Error(text), { responseCode });

/** Mailboxes that are not as others are, by what stands before the @. */
const strange: ReadonlyMap<string, Error> = new Map([
  ['nobody', no(550, '5.1.1 Nobody of that name is here')],
  ['full', no(452, '4.2.2 This mailbox is full')],
]);

/**
 * Everyone's mailbox: takes mail by SMTP (RFC 5321), from the shop and from mail servers of anyone; shows it over HTTP.
 */
export async function startMail(config: StandInConfig, database: Database, log: Logger): Promise<void> {
  const faults = new Faults();
  const keep = async (source: Buffer, { envelope }: SMTPServerSession, keepsSource: boolean) => {
    const mail = await simpleParser(source);
    const rows = envelope.rcptTo.map(({ address }) => ({
      from: envelope.mailFrom ? envelope.mailFrom.address : '',
      to: address.toLowerCase(),
      subject: mail.subject ?? '',
      text: mail.text ?? '',
      attachments: mail.attachments.map(({ filename = '', size }) => ({ filename, size })),
      messageId: mail.messageId ?? null,
      ...(keepsSource ? { source: source.toString('latin1') } : {}),
      receivedAt: new Date(),
    }));
    await database.insert(message).values(rows).onConflictDoNothing();
  };
  const open = async (host: string, port: number, fault: string, isInternet: boolean) => {
    const smtp = new SMTPServer({
      disabledCommands: ['AUTH', 'STARTTLS'],
      disableReverseLookup: true,
      onRcptTo: ({ address }, _session, done) => {
        const answer = isInternet ? strange.get(address.split('@')[0] ?? '') : undefined;
        done(answer ?? null);
      },
      onData: (stream, session, done) => {
        const struck = faults.strike(fault);
        if (struck) {
          stream.resume();
          const ms = struck.kind === 'delay' ? (struck.ms ?? 1000) : 0;
          stream.once('end', () => setTimeout(() => done(no(451, 'Try again later')), ms));
          return;
        }
        buffer(stream)
          .then((source) => keep(source, session, isInternet))
          .then(
            () => done(),
            (fault: unknown) => {
              log.error(fault);
              done(new Error('The mail could not be kept'));
            },
          );
      },
    });
    await new Promise<void>((resolve, reject) => {
      smtp.server.once('error', reject);
      smtp.listen(port, host, resolve);
    });
    smtp.on('error', (fault) => log.warn({ err: fault }, 'mail session ended by a fault'));
  };
  await open(config.host, config.smtpPort, 'send', false);
  await open(mailboxesAddress, config.mailServersPort, 'deliver', true);

  const router = new Router();
  router.put('/faults', (ctx) => {
    faults.set(readFaults(ctx.request.body));
    ctx.status = 204;
  });
  router.get('/messages', async (ctx) => {
    const to = String(ctx.query['to'] ?? '').toLowerCase();
    const { source, ...columns } = getTableColumns(message);
    ctx.body = await database
      .select(ctx.query['source'] === undefined ? columns : { ...columns, source })
      .from(message)
      .where(to === '' ? undefined : eq(message.to, to))
      .orderBy(desc(message.receivedAt), desc(message.id))
      .limit(mostShown);
  });
  await serveHttp(router, config.host, config.mailHttpPort, log);
  log.info({ port: config.smtpPort }, 'mail listens');
}
