import type { IncomingMessage, ServerResponse } from 'node:http';
import { forwardAnswer, pageAnswer, type ForwardAnswer, type Met } from '@tienda/core/dns/forward';
import type { Logger } from 'pino';
import type { KnownHosts } from './knownHosts';

const plain = { 'Content-Type': 'text/plain; charset=utf-8', 'Cache-Control': 'no-store' } as const;
const nowhere: ForwardAnswer = { status: 404, headers: plain, body: 'This name sends visitors nowhere.\n' };
const unreadable: ForwardAnswer = { status: 400, headers: plain, body: 'Which name is meant was not said.\n' };
const away: ForwardAnswer = {
  status: 503,
  headers: { ...plain, 'Retry-After': '5' },
  body: 'It cannot be looked up just now. Try again in a moment.\n',
};

export interface AnsweringParts {
  readonly forwards: KnownHosts<Met>;
  /** What an authority is answered that asks for a token. */
  readonly challenge: (token: string) => Promise<string | undefined>;
  readonly log: Logger;
}

const challenges = '/.well-known/acme-challenge/';

/** Answers visitors of forwarded names, and authorities that want to know whether those come here. */
export function answering({ forwards, challenge, log }: AnsweringParts) {
  return (request: IncomingMessage, response: ServerResponse): void => {
    const host = hostOf(request);
    if (host === undefined) return send(request, response, unreadable);
    const asked = askedOf(request);
    const unread = (fault: unknown) => {
      log.warn({ err: fault }, 'what is answered could not be read');
      send(request, response, away);
    };
    if (asked.startsWith(challenges)) {
      const token = asked.slice(challenges.length);
      challenge(token).then(
        (body) => send(request, response, body === undefined ? nowhere : { status: 200, headers: plain, body }),
        unread,
      );
      return;
    }
    const answer = (met: Met | undefined) =>
      send(request, response, met ? answerTo(met, host, request.method ?? 'GET', asked) : nowhere);
    const found = forwards.find(host);
    if (!(found instanceof Promise)) return answer(found);
    found.then(answer, unread);
  };
}

function answerTo(met: Met, host: string, method: string, asked: string): ForwardAnswer {
  return met.kind === 'page' ? pageAnswer(met, host, method, asked) : forwardAnswer(met, method, asked);
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
