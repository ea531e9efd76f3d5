import { databaseAnswers, type Database } from '../db/database';
import type { Attention } from '../attention/attention';
import { route, type Route } from './route';

/** Somebody outside that Tienda needs. */
export interface Outside {
  readonly id: string;
  answers(): Promise<boolean>;
}

/** What takes longer counts as no answer. */
const patienceMs = 1500;

/** True while the server takes on work: not any more once it closes down. */
export class Readiness {
  private closing = false;

  get isReady(): boolean {
    return !this.closing;
  }

  close(): void {
    this.closing = true;
  }
}

/** Whether the process lives, whether it may be sent visitors, and how all that it needs is. */
export function healthRoutes(
  database: Database,
  registries: readonly Outside[],
  attention: Attention,
  readiness: Readiness,
  version: string,
): Route[] {
  return [
    route('get', '/api/live', { summary: 'That the process answers' }, async () => ({ body: { ok: true } })),
    route('get', '/api/ready', { summary: 'Whether it may be sent visitors' }, async () => {
      const ok = readiness.isReady && (await inTime(databaseAnswers(database)));
      return { status: ok ? 200 : 503, body: { ok } };
    }),
    route(
      'get',
      '/api/health',
      { summary: 'How all that Tienda needs is; a registry that is silent takes nothing else down' },
      async () => {
        const [up, known, waiting] = await Promise.all([
          inTime(databaseAnswers(database)),
          Promise.all(registries.map(standing)),
          attention.count().catch(() => 0),
        ]);
        const body = { ok: up, database: up, registries: known, attention: waiting, version };
        return { status: up ? 200 : 503, body };
      },
    ),
  ];
}

async function standing(registry: Outside): Promise<{ id: string; ok: boolean }> {
  return { id: registry.id, ok: await inTime(registry.answers()) };
}

function inTime(answer: Promise<boolean>): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const tooLate = new Promise<boolean>((resolve) => {
    timer = setTimeout(() => resolve(false), patienceMs);
  });
  return Promise.race([answer, tooLate]).finally(() => clearTimeout(timer));
}
