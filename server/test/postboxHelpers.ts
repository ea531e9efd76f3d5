import type { ChildProcess } from 'node:child_process';
import nodemailer from 'nodemailer';
import { until } from '../../scripts/demo.mjs';
import { startedProgram, unique } from './serverProcess';

/** Where mail to names comes in, and what is in the mailboxes of others. */
const port = Number(process.env['TIENDA_POSTBOX_PORT']);
const mailboxes = `http://127.0.0.1:${Number(process.env['TIENDA_SMTP_PORT']) + 1}`;

/** The program that takes mail in; what it had taken is soon taken over, as these tests kill it. */
export function startedPostbox(more: Record<string, string> = {}): Promise<ChildProcess> {
  const settings = { TIENDA_LIMITS: '1000', TIENDA_DEMO: '1', TIENDA_POSTBOX_LEASE_SECONDS: '2' };
  return startedProgram('postbox', 'mail is taken in', { ...settings, ...more });
}

/** A mail as it is sent. */
export interface Written {
  readonly from?: string;
  readonly to: string;
  readonly head?: readonly string[];
  readonly body?: string;
}

/** Sends a mail straight to the mail server of the name. @returns what it answered */
export async function send({ from = 'lotte@quayquill.example', to, head = [], body = 'Two hulls, please.' }: Written) {
  const transport = nodemailer.createTransport({ host: '127.0.0.1', port, name: 'quayquill.example', ignoreTLS: true });
  const id = unique('mail');
  const raw = [
    `From: ${from || 'x@quayquill.example'}`,
    `Message-ID: <${id}@quayquill.example>`,
    ...head,
    '',
    body,
    '',
  ];
  try {
    const { response } = await transport.sendMail({ envelope: { from, to }, raw: raw.join('\r\n') });
    return { id, response };
  } catch (refused) {
    return { id, response: String((refused as { readonly response?: string }).response ?? refused) };
  }
}

interface Kept {
  readonly from: string;
  readonly messageId: string;
  /** Of what came from a mail server. */
  readonly source: string | null;
}

/** What is in a mailbox, once a mail is among it. */
export async function arrived(to: string, id: string): Promise<Kept & { readonly source: string }> {
  const search = async () => {
    const kept = (await (await fetch(`${mailboxes}/messages?source&to=${encodeURIComponent(to)}`)).json()) as Kept[];
    return kept.find((one) => one.messageId.includes(id) || one.source?.includes(id));
  };
  const found = await until(search, (one) => one !== undefined);
  return { ...(found as Kept), source: found?.source ?? '' };
}
