import { randomUUID } from 'node:crypto';
import { setMaxListeners } from 'node:events';
import type { Context } from 'koa';
import type { Logger } from 'pino';
import { sessionOf } from './route';

/** A visitor who waits for an answer. */
export interface Reader {
  /** The same for all that one visitor asks. */
  readonly id: string;
  /** Aborts when they hang up. */
  readonly signal: AbortSignal;
}

/** Octets that may wait for a visitor to read them. */
const mostUnread = 4 * 1024 * 1024;

/** So long events wait for others, those excepted that are waited for: each write costs more than what is written. */
const togetherMs = 8;

/**
 * @param events those told by the hundred may be lines already, written by who knows them best
 * @param isAwaited it goes out at once, with what came before; the first events always do
 */
export type Tell<Event> = (events: readonly (Event | string)[], isAwaited?: boolean) => void;

/**
 * Answers with a line of JSON for each event as soon as it is told; whoever hangs up is told no more.
 *
 * @param run tells events until it ends; its reader is the visitor
 */
export function answerLines<Event>(
  ctx: Context,
  log: Logger,
  run: (reader: Reader, tell: Tell<Event>) => Promise<void>,
): undefined {
  ctx.status = 200;
  ctx.type = 'application/x-ndjson';
  // Nothing is looked for where nobody would read it, who hung up before this began among them.
  if (ctx.method === 'HEAD' || !ctx.writable) return undefined;
  const { res } = ctx;
  const gone = new AbortController();
  // Every frame that waits for a session listens for the visitor going away.
  setMaxListeners(0, gone.signal);
  // Written here: as a stream's, each piece would be copied once more on its way.
  ctx.respond = false;
  ctx.req.socket.setNoDelay(true);
  res.once('close', () => gone.abort());
  const reader = { id: sessionOf(ctx)?.basketId ?? `${ctx.ip} ${randomUUID()}`, signal: gone.signal };
  let waiting = '';
  let timer: NodeJS.Timeout | undefined;
  let isFirst = true;
  const send = () => {
    clearTimeout(timer);
    timer = undefined;
    if (gone.signal.aborted || waiting === '') return;
    res.write(waiting);
    waiting = '';
    // Who does not read is as good as gone: what waits for them does not fill the memory.
    if (res.writableLength > mostUnread) {
      gone.abort();
      res.destroy();
    }
  };
  run(reader, (events, isAwaited = false) => {
    if (gone.signal.aborted) return;
    for (const event of events) waiting += typeof event === 'string' ? event : `${JSON.stringify(event)}\n`;
    if (isFirst || isAwaited) send();
    else timer ??= setTimeout(send, togetherMs);
    isFirst = false;
  })
    .then(() => {
      send();
      res.end();
    })
    .catch((fault: unknown) => {
      clearTimeout(timer);
      log.error({ err: fault, request: ctx.state['request'] }, 'an answer by lines failed');
      res.destroy();
    });
  return undefined;
}
