import { z } from 'zod'
import { Answer } from './evidence'
import { ByHand } from './redaction'

const page = z.int().positive()
/** Some pages of a batch, or all: a limit against nonsense, above any stack that a day could scan. */
export const Pages = z.array(page).min(1).max(50_000)
/** What becomes of the index values of a part that gets a new first page. */
const values = z.enum(['keep', 'clear'])
export type MovedValues = z.infer<typeof values>

/** What a person changes on the ribbon; pages are named by their identity. */
export const Edit = z.discriminatedUnion('do', [
  /** A document starts at this page. */
  z.strictObject({ do: z.literal('start'), page, values: values.default('clear') }),
  /** This page's document joins the one before. */
  z.strictObject({ do: z.literal('join'), page }),
  z.strictObject({ do: z.literal('set-aside'), pages: Pages }),
  z.strictObject({ do: z.literal('put-back'), pages: Pages }),
  /** These pages go, in the order given, in front of another page, or to the end. */
  z.strictObject({ do: z.literal('move'), pages: Pages, before: page.nullable(), values: values.default('keep') }),
  z.strictObject({ do: z.literal('rotate'), pages: Pages, degrees: z.literal([90, 180, 270]) }),
  /** The document that this page begins, or is in, is of this type, whatever the machine said. */
  z.strictObject({ do: z.literal('type'), page, type: z.string().min(1).max(64) }),
])

/** Kept of a batch's changes besides: what a person said of a page that asked, what they blacked out, what went to another batch. */
export const KeptEdit = z.discriminatedUnion('do', [
  ...Edit.options,
  z.strictObject({ do: z.literal('answer'), page, answer: Answer }),
  z.strictObject({ do: z.literal('redact'), page, ...ByHand.shape, why: z.string() }),
  z.strictObject({ do: z.literal('send-away'), pages: Pages, batch: z.int().positive(), name: z.string() }),
])
export type KeptEdit = z.infer<typeof KeptEdit>

/** An edit as somebody asks for it: what may be left out is left out. */
export type Edit = z.input<typeof Edit>
