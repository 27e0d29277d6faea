import { z } from 'zod'
import { DocumentState } from './documents'

const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'a day such as 2026-11-26')

/** What somebody searches for; fields by `f.` and their identity, a range with “..” between its ends. */
export const FindAsked = z
  .object({
    text: z.string().trim().max(200).default(''),
    type: z.string().max(64).optional(),
    rubric: z.string().max(120).optional(),
    state: DocumentState.optional(),
    person: z.string().max(120).optional(),
    from: day.optional(),
    to: day.optional(),
    before: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER).optional(),
  })
  .catchall(z.string().max(200))
  .transform(({ text, type, rubric, state, person, from, to, before, ...rest }) => ({
    text,
    type,
    rubric,
    state,
    person,
    from,
    to,
    before,
    fields: Object.fromEntries(Object.entries(rest).flatMap(([key, value]) => (key.startsWith('f.') ? [[key.slice(2), value]] : []))),
  }))

export type FindQuery = z.infer<typeof FindAsked>
export const FoundDocumentView = z.strictObject({
  id: z.number(),
  title: z.string(),
  type: z.string().nullable(),
  state: DocumentState,
  batch: z.string(),
  rubric: z.string(),
  person: z.string().nullable(),
  day: z.string().nullable(),
  pages: z.number(),
  /** Its first page and a mark of that picture's version. */
  page: z.number().nullable(),
  picture: z.string().nullable(),
  values: z.array(z.strictObject({ label: z.string(), value: z.string() })),
  /** The page of the document on which a word stands, and the words around it; every other part is what was found. */
  at: z.number().nullable(),
  around: z.array(z.string()),
})
export type FoundDocumentView = z.infer<typeof FoundDocumentView>

const Counted = z.array(z.strictObject({ value: z.string(), count: z.number() }))
type Counted = z.infer<typeof Counted>

/** How many of a result are of each kind; `all` ends at what is counted. */
export const FindCounts = z.strictObject({ all: z.number(), types: Counted, rubrics: Counted, states: Counted, people: Counted })
export type FindCounts = z.infer<typeof FindCounts>

export const FindAnswer = z.strictObject({
  found: z.array(FoundDocumentView),
  more: z.boolean(),
  /** What was looked for instead, spelt as documents have it; nothing was found as it was asked. */
  instead: z.string().nullable(),
})
export type FindAnswer = z.infer<typeof FindAnswer>

export const FindFacets = FindCounts.extend({
  most: z.number(),
  /** Of the types that were found: their labels, and the fields by which one may narrow further. */
  fields: z.array(z.strictObject({ id: z.string(), label: z.string(), kind: z.string() })),
  labels: z.record(z.string(), z.string()),
})
export type FindFacets = z.infer<typeof FindFacets>

export const KeptSearch = z.strictObject({ id: z.number(), name: z.string(), query: z.record(z.string(), z.string()) })
export type KeptSearch = z.infer<typeof KeptSearch>
