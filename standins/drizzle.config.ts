import { defineConfig } from 'drizzle-kit';

export default defineConfig({ dialect: 'postgresql', schema: 'standins/src/db/schema.ts', out: 'standins/drizzle' });
