import { z } from 'zod'

/** A value as a program sends it: a text, several choices, or the rows of a table. */
export const EnteredValue = z.union([
  z.string().max(20_000),
  z.array(z.string().max(2000)).max(200),
  z.array(z.record(z.string().max(64), z.string().max(2000))).max(5000),
])
