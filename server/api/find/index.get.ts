import { FindAnswer, FindAsked } from '../../../shared/views/find'
import { findDocuments, knownTypes } from '../../../store/find/find'
import { nearlySpelt } from '../../../store/find/near'
import { store } from '../../context'
import { foundView } from '../../found'
import { listLength } from '../../input'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Documents that one may see by words, values, names and filters, the newest first.',
  may: 'person',
  query: FindAsked,
  answer: FindAnswer,
  async run({ person, query }): Promise<FindAnswer> {
    const { sql } = store()
    const look = (text: string) => findDocuments(sql, person, { ...query, text }, listLength + 1)
    const [asked, types] = await Promise.all([look(query.text), knownTypes(sql, person)])
    const meant = asked.length || query.before ? null : await nearlySpelt(sql, person, query.text)
    const rows = meant === null ? asked : await look(meant)
    return {
      found: rows.slice(0, listLength).map(row => foundView(row, types)),
      more: rows.length > listLength,
      instead: rows.length ? meant : null,
    }
  },
})
