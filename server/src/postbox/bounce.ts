import { randomUUID } from 'node:crypto';
import MimeNode from 'nodemailer/lib/mime-node';
import { splitHead } from './checking';
import type { Accepted, ClaimedDelivery } from './store';

/** As much of the head of what came back is sent along. */
const longestHead = 20_000;

/**
 * What the sender of a mail is told that could not be delivered (RFC 3464): in words, for programs, and the mail's head.
 *
 * @param answer what the target said, its enhanced code first where it said one
 * @param mail as it was taken in
 */
export async function bounce(
  { address, target, sender, acceptedAt }: ClaimedDelivery,
  answer: string,
  mail: Buffer,
  host: string,
): Promise<Accepted> {
  const id = randomUUID();
  const [status = '5.0.0'] = /\b[45]\.\d{1,3}\.\d{1,3}\b/.exec(answer) ?? [];
  const said = answer.replaceAll(/[^\x20-\x7e]+/g, ' ').slice(0, 500);
  const root = new MimeNode('multipart/report; report-type=delivery-status');
  root.setHeader({
    From: `Mail at Tienda <postmaster@${host}>`,
    To: sender,
    Subject: 'Your mail could not be delivered',
    'Message-ID': `<${id}@${host}>`,
    // Nobody answers to it (RFC 3834 section 5).
    'Auto-Submitted': 'auto-replied',
  });
  root.createChild('text/plain; charset=utf-8').setContent(
    `Your mail to ${address} was taken in on ${acceptedAt.toUTCString()},
and could not be delivered to where it is forwarded.

What was answered there: ${said}

It is not tried any more. Below are the first lines of your mail.
`,
  );
  // Where it is forwarded to is nobody else's: the address that was written to stands for it.
  root.createChild('message/delivery-status').setContent(
    `Reporting-MTA: dns; ${host}
Arrival-Date: ${acceptedAt.toUTCString().replace('GMT', '+0000')}

Original-Recipient: rfc822; ${address}
Final-Recipient: rfc822; ${address}
Action: failed
Status: ${status.replace(/^4/, '5')}
Diagnostic-Code: smtp; ${said.replaceAll(target, address)}
`,
  );
  root.createChild('text/rfc822-headers').setContent(`${splitHead(mail).head.slice(0, longestHead)}\r\n`);
  return { id, sender: '', content: await root.build(), due: [{ zone: null, address, target: sender }] };
}
