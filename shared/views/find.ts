import { z } from 'zod'
import type { DocumentState } from './documents'

const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'a day such as 2026-11-26')

/** What somebody searches for; fields by `f.` and their identity, a range with “..” between its ends. */
export const FindAsked = z
  .object({
    text: z.string().trim().max(200).default(''),
    type: z.string().max(64).optional(),
    rubric: z.string().max(120).optional(),
    state: z.enum(['open', 'indexed', 'checked', 'sent']).optional(),
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

export interface FoundDocumentView {
  id: number
  title: string
  type: string | null
  state: DocumentState
  batch: string
  rubric: string
  person: string | null
  day: string | null
  pages: number
  /** Its first page and a mark of that picture's version. */
  page: number | null
  picture: string | null
  values: { label: string; value: string }[]
  /** The page of the document on which a word stands, and the words around it; every other part is what was found. */
  at: number | null
  around: string[]
}

type Counted = { value: string; count: number }[]
/** How many of a result are of each kind; `all` ends at what is counted. */
export interface FindCounts {
  all: number
  types: Counted
  rubrics: Counted
  states: Counted
  people: Counted
}

export interface FindAnswer {
  found: FoundDocumentView[]
  more: boolean
  /** What was looked for instead, spelt as documents have it; nothing was found as it was asked. */
  instead: string | null
}
export interface FindFacets extends FindCounts {
  most: number
  /** Of the types that were found: their labels, and the fields by which one may narrow further. */
  fields: { id: string; label: string; kind: string }[]
  labels: Record<string, string>
}

export interface KeptSearch {
  id: number
  name: string
  query: Record<string, string>
}
