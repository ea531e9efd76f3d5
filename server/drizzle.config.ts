import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: 'server/src/platform/db/schema/index.ts',
  out: 'server/drizzle',
});
