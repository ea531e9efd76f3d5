import Router from '@koa/router';
import { desc, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import type { Logger } from 'pino';
import { SMTPServer } from 'smtp-server';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { message } from '../db/schema';
import { Faults, readFaults } from '../platform/faults';
import { serveHttp } from '../platform/http';

/** As many mails as one look into a mailbox shows. */
const mostShown = 100;

/** A refusal for now: whoever sends tries again (RFC 5321, section 4.2.1). */
function busy(): Error {
  return Object.assign(new Error('Try again later'), { responseCode: 451 });
}

/** Everyone's mailbox: takes mail by SMTP (RFC 5321), shows it over HTTP. */
export async function startMail(config: StandInConfig, database: Database, log: Logger): Promise<void> {
  const faults = new Faults();
  const smtp = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, session, done) {
      const fault = faults.strike('send');
      if (fault) {
        stream.resume();
        stream.once('end', () => setTimeout(() => done(busy()), fault.kind === 'delay' ? (fault.ms ?? 1000) : 0));
        return;
      }
      simpleParser(stream)
        .then(async (mail) => {
          const from = session.envelope.mailFrom ? session.envelope.mailFrom.address : '';
          const rows = session.envelope.rcptTo.map(({ address }) => ({
            from,
            to: address.toLowerCase(),
            subject: mail.subject ?? '',
            text: mail.text ?? '',
            attachments: mail.attachments.map(({ filename = '', size }) => ({ filename, size })),
            messageId: mail.messageId ?? null,
            receivedAt: new Date(),
          }));
          await database.insert(message).values(rows).onConflictDoNothing();
          done();
        })
        .catch((fault: unknown) => {
          log.error(fault);
          done(new Error('The mail could not be kept'));
        });
    },
  });
  await new Promise<void>((resolve, reject) => {
    smtp.server.once('error', reject);
    smtp.listen(config.smtpPort, config.host, resolve);
  });
  smtp.on('error', (fault) => log.warn({ err: fault }, 'mail session ended by a fault'));

  const router = new Router();
  router.put('/faults', (ctx) => {
    faults.set(readFaults(ctx.request.body));
    ctx.status = 204;
  });
  router.get('/messages', async (ctx) => {
    const to = String(ctx.query['to'] ?? '').toLowerCase();
    ctx.body = await database
      .select()
      .from(message)
      .where(to === '' ? undefined : eq(message.to, to))
      .orderBy(desc(message.receivedAt), desc(message.id))
      .limit(mostShown);
  });
  await serveHttp(router, config.host, config.mailHttpPort, log);
  log.info({ port: config.smtpPort }, 'mail listens');
}
