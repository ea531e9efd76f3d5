import type { IncomingMessage, ServerResponse } from 'node:http';
import { forwardAnswer, type ForwardAnswer } from '@tienda/core/dns/forward';
import type { Logger } from 'pino';
import type { Forwards } from './forwards';

const plain = { 'Content-Type': 'text/plain; charset=utf-8', 'Cache-Control': 'no-store' } as const;
const nowhere: ForwardAnswer = { status: 404, headers: plain, body: 'This name sends visitors nowhere.\n' };
const unreadable: ForwardAnswer = { status: 400, headers: plain, body: 'Which name is meant was not said.\n' };
const away: ForwardAnswer = {
  status: 503,
  headers: { ...plain, 'Retry-After': '5' },
  body: 'It cannot be looked up just now. Try again in a moment.\n',
};

/** Answers visitors of forwarded names. */
export function answering(forwards: Forwards, log: Logger) {
  return (request: IncomingMessage, response: ServerResponse): void => {
    const host = hostOf(request);
    if (host === undefined) return send(request, response, unreadable);
    const asked = askedOf(request);
    const answer = (forward: Awaited<ReturnType<Forwards['find']>>) =>
      send(request, response, forward ? forwardAnswer(forward, request.method ?? 'GET', asked) : nowhere);
    const found = forwards.find(host);
    if (!(found instanceof Promise)) return answer(found);
    found.then(answer, (fault: unknown) => {
      log.warn({ err: fault }, 'where a visitor is sent could not be read');
      send(request, response, away);
    });
  };
}

function hostOf({ headers }: IncomingMessage): string | undefined {
  const [, host] = /^([a-z0-9_-]+(?:\.[a-z0-9_-]+)+)\.?(?::\d{1,5})?$/i.exec(headers.host ?? '') ?? [];
  return host !== undefined && host.length <= 253 ? host.toLowerCase() : undefined;
}

/** Path and query; a proxy sends whole addresses (RFC 9112 section 3.2.2). */
function askedOf({ url = '/' }: IncomingMessage): string {
  if (url.startsWith('/')) return url;
  if (!URL.canParse(url)) return '/';
  const { pathname, search } = new URL(url);
  return `${pathname}${search}`;
}

function send(request: IncomingMessage, response: ServerResponse, { status, headers, body }: ForwardAnswer): void {
  response.writeHead(status, headers);
  response.end(request.method === 'HEAD' ? undefined : body);
}
