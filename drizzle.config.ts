import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'sqlite',
  schema: './src/records/schema.ts',
  out: './src/records/migrations',
});
