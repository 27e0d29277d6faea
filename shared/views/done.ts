import { z } from 'zod'

/** What a change answers that has nothing to tell but that it was made. */
export const Done = z.strictObject({ ok: z.boolean() })
