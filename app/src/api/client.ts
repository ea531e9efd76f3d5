import { forgetEarly, takeEarly } from './early';
import { helpIn } from './helped';
import type { QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { ProblemFacts } from '@tienda/core/text/problemFacts';
import { alive } from '../stored/alive';
import { languageStore } from '../texts/language';
import { problemText, refusalText } from '../texts/problems';

/** One thing wrong with one field; the pointer leads into the body that was sent. */
export interface FieldError {
  readonly pointer: string;
  readonly code: string;
  readonly detail: string;
  readonly facts?: ProblemFacts;
}

/** The server said no (RFC 9457), or could not be reached (status 0). */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    readonly detail: string,
    readonly errors: readonly FieldError[],
    /** What is different from the quote, where one has changed. */
    readonly changes: readonly QuoteChange[] = [],
  ) {
    super(detail);
  }

  /** No answer came, or none that says whether it was done. */
  get isSilence(): boolean {
    return this.status === 0 || this.status >= 500;
  }

  /** What is wrong with one field of the body, if anything. */
  of(field: string): string | undefined {
    return this.errors.find(({ pointer }) => pointer === `/${field}`)?.detail;
  }
}

let csrf = '';

/** The session's token, sent with everything that changes something. */
export function keepCsrf(token: string): void {
  csrf = token;
}

const signInListeners = new Set<() => void>();

/** Calls the listener where the server refused something since nobody is signed in. @returns what ends that */
export function onSignInNeeded(listener: () => void): () => void {
  signInListeners.add(listener);
  return () => signInListeners.delete(listener);
}

const leaveEndListeners = new Set<() => void>();

/** Calls the listener where the server refused something since the account is not helped any more. @returns what ends that */
export function onLeaveEnded(listener: () => void): () => void {
  leaveEndListeners.add(listener);
  return () => leaveEndListeners.delete(listener);
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/**
 * Calls the server; the answer is what the contract says it is.
 *
 * @throws ApiProblem
 */
export async function call<Result>(
  method: Method,
  path: string,
  body?: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<Result> {
  try {
    return await attempt(method, path, body, headers);
  } catch (fault) {
    if (!(fault instanceof ApiProblem) || fault.type !== '/problems/csrf') throw fault;
    // Another tab signed in or out: the session is a new one, and so is its token.
    keepCsrf((await attempt<{ csrf: string }>('GET', '/api/session', undefined, {})).csrf);
    return attempt(method, path, body, headers);
  }
}

/** No answer takes longer; what is not there by then is silence, told and asked for again. */
const longestMs = 60_000;

/** A page of a list, and the address of the one after it (RFC 8288). @throws ApiProblem */
export async function page<Result>(path: string): Promise<{ body: Result; next: string | undefined }> {
  const headers = { 'Accept-Language': languageStore.get() };
  const response = await reach(path, { headers, signal: AbortSignal.timeout(longestMs) });
  const next = /<([^>]+)>;\s*rel="next"/.exec(response.headers.get('Link') ?? '')?.[1];
  return { body: await bodyOf<Result>(response), next };
}

async function attempt<Result>(
  method: Method,
  path: string,
  body: object | undefined,
  headers: Readonly<Record<string, string>>,
): Promise<Result> {
  const sent = body === undefined ? undefined : JSON.stringify(body);
  const response = await reach(path, {
    method,
    signal: AbortSignal.timeout(longestMs),
    // What was tapped is done, though the page is left or reloaded at once.
    keepalive: method !== 'GET' && new Blob([sent ?? '']).size <= keptAliveBytes,
    headers: {
      'Accept-Language': languageStore.get(),
      ...(sent === undefined ? {} : { 'Content-Type': 'application/json' }),
      ...(method === 'GET' ? {} : { 'X-Tienda-CSRF': csrf }),
      ...headers,
    },
    ...(sent === undefined ? {} : { body: sent }),
  });
  if (response.status === 204) return undefined as Result;
  return bodyOf(response);
}

function bodyOf<Result>(response: Response): Promise<Result> {
  return response.json().catch(() => {
    // Cut off on the way, or not from the shop: what was done is not known.
    throw new ApiProblem(0, 'unreachable', '', []);
  });
}

/** What browsers still send when the page is left, in bytes for all requests under way; larger bodies go the usual way. */
const keptAliveBytes = 48_000;

/** Lines that arrive within so long are given together: the screen is drawn once for them. */
const togetherMs = 3;

/** The lines of an answer in `application/x-ndjson`, those that arrived together given together. */
export async function* lines<Line>(path: string, signal: AbortSignal): AsyncGenerator<Line[]> {
  const response = await reach(path, { signal });
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let held = '';
  let gathered: Line[] = [];
  while (reader) {
    const next = reader.read();
    if (gathered.length > 0 && !(await comesSoon(next))) {
      yield gathered;
      gathered = [];
    }
    const { done, value } = await next;
    if (done) break;
    const parts = (held + value).split('\n');
    held = parts.pop() ?? '';
    gathered.push(...parts.map((line): Line => JSON.parse(line)));
  }
  if (gathered.length > 0) yield gathered;
}

function comesSoon(next: Promise<unknown>): Promise<boolean> {
  const tooLate = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), togetherMs));
  return Promise.race([next.then(() => true), tooLate]);
}

const isTimeout = (reason: unknown) => reason instanceof DOMException && reason.name === 'TimeoutError';

async function reach(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    const help = helpIn(path);
    const headers = { ...init.headers, ...(help === undefined ? {} : { 'X-Tienda-For': help }) };
    const isRead = (init.method ?? 'GET') === 'GET';
    if (!isRead) forgetEarly();
    const sent = isRead && help === undefined ? takeEarly(path, init.signal) : undefined;
    const answer = sent ?? fetch(path, { credentials: 'same-origin', ...init, headers });
    // Until a page is alive it is what was written ahead of time, whatever is known by then.
    await Promise.allSettled([answer, alive()]);
    response = await answer;
  } catch (fault) {
    // Whoever asked does not want it any more; where it took too long, they do.
    if (init.signal?.aborted && !isTimeout(init.signal.reason)) throw fault;
    throw new ApiProblem(0, 'unreachable', '', []);
  }
  if (response.ok) return response;
  const problem: Partial<{
    type: string;
    because: string;
    detail: string;
    facts: ProblemFacts;
    errors: FieldError[];
    changes: QuoteChange[];
  }> = await response.json().catch(() => ({}));
  const { type = '', because, detail = '', facts, errors = [], changes = [] } = problem;
  if (type === '/problems/leave-ended') for (const listener of leaveEndListeners) listener();
  if (type === '/problems/sign-in-needed') for (const listener of signInListeners) listener();
  const fields = errors.map((error) => ({ ...error, detail: problemText(error.code, error.detail, error.facts) }));
  const message =
    fields.length > 0 ? fields.map((field) => field.detail).join(' ') : refusalText({ type, because, detail, facts });
  throw new ApiProblem(response.status, type, message, fields, changes);
}
