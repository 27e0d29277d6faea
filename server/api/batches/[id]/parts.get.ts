import { z } from 'zod'
import { BatchParts } from '../../../../shared/views/batches'
import { Tags } from '../../../../shared/views/parts'
import { batchDetail } from '../../../batchDetail'
import { toParts } from '../../../parts'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'The same as the batch itself, for whoever follows it: of its pages and documents only what they do not have.',
  may: { see: 'batch' },
  query: z.strictObject({ have: Tags }),
  answer: BatchParts,
  async run({ person, batch, query: { have } }) {
    const { pages, documents, ...rest } = await batchDetail(person, batch)
    // Without positions of documents: one document more changes those of all that follow.
    const identity = new Map(documents.map(({ position, id }) => [position, id]))
    const unplaced = documents.map(({ position: _, ...document }) => document)
    const ofDocuments = pages.map(page => ({ ...page, document: page.document === null ? null : (identity.get(page.document) ?? null) }))
    return { ...rest, pages: toParts(ofDocuments, have), documents: toParts(unplaced, have) }
  },
})
