import { ApiProblem, call } from './client';
import { onForget } from '../stored/stored';

/** What was sent and not answered, by where it was sent. */
const unanswered = new Map<string, { readonly key: string; readonly body: string }>();
onForget(() => unanswered.clear());

/**
 * Sends something that must happen once. Each sending is an attempt of its own with a fresh Idempotency-Key; only
 * where no answer came is the very same body sent again under the same key, so that it still happens once.
 *
 * @throws ApiProblem
 */
export async function sendOnce<Result>(path: string, body: object): Promise<Result> {
  const text = JSON.stringify(body);
  const known = unanswered.get(path);
  const key = known?.body === text ? known.key : crypto.randomUUID();
  unanswered.set(path, { key, body: text });
  try {
    const result = await call<Result>('POST', path, body, { 'Idempotency-Key': key });
    unanswered.delete(path);
    return result;
  } catch (fault) {
    if (fault instanceof ApiProblem && !fault.isSilence) unanswered.delete(path);
    throw fault;
  }
}
