import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: './server/src/platform/tables/*.ts',
  out: './server/migrations',
})
