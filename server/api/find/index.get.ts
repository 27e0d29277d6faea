import { FindAsked, type FindAnswer } from '../../../shared/views/find'
import { findDocuments, knownTypes } from '../../../store/find/find'
import { foundView } from '../../found'
import { store } from '../../context'
import { listLength } from '../../input'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Documents that one may see by words, values, names and filters, the newest first.',
  may: 'person',
  query: FindAsked,
  async run({ person, query }): Promise<FindAnswer> {
    const { sql } = store()
    const [rows, types] = await Promise.all([findDocuments(sql, person, query, listLength + 1), knownTypes(sql, person)])
    return { found: rows.slice(0, listLength).map(row => foundView(row, types)), more: rows.length > listLength }
  },
})
