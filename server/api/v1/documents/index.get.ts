import { z } from 'zod'
import { ApiDocuments } from '../../../../shared/views/api'
import { DocumentState } from '../../../../shared/views/documents'
import { searchDocuments } from '../../../../store/documents/search'
import { store } from '../../../context'
import { listLength } from '../../../input'
import { defineRoute } from '../../../route'

const Field = /^field\.([A-Za-z][\w-]{0,63})$/

export default defineRoute({
  does: 'Documents that one may see and that fit, by key: words in them or their values, `field.ID` for a value, rubric, state.',
  may: 'person',
  scope: 'read',
  query: z
    .object({
      text: z.string().trim().min(1).max(200).optional(),
      rubric: z.string().max(200).optional(),
      state: DocumentState.optional(),
      /** The `next` of the answer before. */
      after: z.coerce.number().int().positive().optional(),
    })
    .catchall(z.string().max(1000))
    .superRefine((query, context) => {
      for (const key of Object.keys(query)) {
        if (!['text', 'rubric', 'state', 'after'].includes(key) && !Field.test(key))
          context.addIssue({ code: 'unrecognized_keys', keys: [key], input: query })
      }
    }),
  answer: ApiDocuments,
  async run({ person, query: { text, rubric, state, after, ...others } }) {
    const fields = Object.fromEntries(Object.entries(others).map(([key, value]) => [Field.exec(key)![1]!, value]))
    const asked = { text: text ?? null, rubric: rubric ?? null, state: state ?? null, after: after ?? null, fields, most: listLength + 1 }
    const found = await searchDocuments(store().sql, person, asked)
    const documents = found.slice(0, listLength)
    return { documents, next: found.length > listLength ? documents.at(-1)!.id : null }
  },
})
