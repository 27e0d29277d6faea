import { store } from '../context'

// For whoever waits until the server is up; says nothing about anybody.
export default defineEventHandler(async () => {
  await store().sql`select 1`
  return { ok: true }
})
