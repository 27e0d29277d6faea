import { z } from 'zod'
import { BatchState } from '../../core/model/batchState'
import { Ledger, LedgerValue, Totals } from '../../core/model/ledger'
import { DocumentState } from './documents'

// What /api/v1 answers: a contract with other programs, extended by optional keys only.

const id = z.int().positive()

export const BatchMade = z.object({ id })
export const ApiBatch = z.object({
  id,
  name: z.string(),
  rubric: z.string(),
  state: BatchState,
  totals: Totals,
  documents: z.array(id),
  /** What it waits for, in sentences. */
  waiting: z.array(z.string()),
})
export const ApiLedger = Ledger
export const ApiDocumentRow = z.object({ id, type: z.string().nullable(), state: DocumentState, values: z.record(z.string(), z.string()) })
export const ApiDocuments = z.object({
  documents: z.array(ApiDocumentRow),
  /** Give it as `after` for the documents that follow; null after the last. */ next: id.nullable(),
})
export const ApiFile = z.object({ name: z.string(), mediaType: z.string(), bytes: z.int(), sha256: z.string() })
export const ApiSlip = z.object({
  destination: z.string(),
  state: z.enum(['waiting', 'delivered', 'failed']),
  place: z.string().nullable(),
  answer: z.string().nullable(),
  trouble: z.string().nullable(),
  deliveredAt: z.string().nullable(),
})
export const ApiDocument = z.object({
  id,
  batch: id,
  type: z.string().nullable(),
  state: DocumentState,
  edition: z.int(),
  /** Each value with where it came from. */
  values: z.record(z.string(), LedgerValue),
  missing: z.array(z.string()),
  pages: z.array(z.int()),
  files: z.array(ApiFile),
  slips: z.array(ApiSlip),
})
export const ValuesKept = z.object({ id, state: DocumentState, values: z.record(z.string(), z.string()), missing: z.array(z.string()) })
export const Accepted = z.object({ id, state: BatchState })
export const FileTaken = z.object({ name: z.string(), key: z.string() })

/** A refusal, RFC 9457. */
export const Problem = z.object({
  type: z.literal('about:blank'),
  title: z.string(),
  status: z.int(),
  /** A sentence that says what to do. */
  detail: z.string(),
  /** Where a body is at fault. */
  issues: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
})
