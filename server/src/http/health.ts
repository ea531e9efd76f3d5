import { databaseAnswers, type Database } from '../db/database';
import type { Registries } from '../gateways/registry/registryGateway';
import { route, type Route } from './route';

export function healthRoute(database: Database, registries: Registries, version: string): Route {
  return route('get', '/api/health', { summary: 'Whether everything Tienda needs answers' }, async () => {
    const [up, asked] = await Promise.all([
      databaseAnswers(database),
      Promise.all(
        [...registries.values()].map(async (registry) => ({ id: registry.id, ok: await registry.answers() })),
      ),
    ]);
    const ok = up && asked.every((registry) => registry.ok);
    return { status: ok ? 200 : 503, body: { ok, database: up, registries: asked, version } };
  });
}
