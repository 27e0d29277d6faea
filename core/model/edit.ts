import { z } from 'zod'

const page = z.int().positive()
const pages = z.array(page).min(1).max(5000)

/** What a person changes on the ribbon; pages are named by their identity. */
export const Edit = z.discriminatedUnion('do', [
  /** A document starts at this page. */
  z.strictObject({ do: z.literal('start'), page }),
  /** This page's document joins the one before. */
  z.strictObject({ do: z.literal('join'), page }),
  z.strictObject({ do: z.literal('set-aside'), pages }),
  z.strictObject({ do: z.literal('put-back'), pages }),
  /** These pages go, in the order given, in front of another page, or to the end. */
  z.strictObject({ do: z.literal('move'), pages, before: page.nullable() }),
  z.strictObject({ do: z.literal('rotate'), pages, degrees: z.literal([90, 180, 270]) }),
])
export type Edit = z.infer<typeof Edit>
