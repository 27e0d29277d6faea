import { csvCell } from '../../../core/ledger/csv'
import { FindAsked } from '../../../shared/views/find'
import { findDocuments, knownTypes } from '../../../store/find/find'
import { foundView } from '../../found'
import { store } from '../../context'
import { defineRoute, sendFile } from '../../route'

/** A longer result is narrowed first. */
const mostRows = 10_000

export default defineRoute({
  does: 'The documents of a search as CSV: what each is, and a column for each field.',
  may: 'person',
  query: FindAsked,
  async run({ event, person, query }) {
    const { sql } = store()
    const [rows, types] = await Promise.all([findDocuments(sql, person, query, mostRows), knownTypes(sql, person)])
    const fields = [...new Set(rows.flatMap(row => Object.keys(row.fields)))].sort()
    const lines = rows.map(row => {
      const { title, day } = foundView(row, types)
      return [
        row.id,
        title,
        row.type,
        row.state,
        row.rubric,
        row.batch,
        day,
        row.person,
        row.pages,
        ...fields.map(id => row.fields[id]?.value ?? ''),
      ]
    })
    sendFile(event, 'text/csv; charset=utf-8', { 'content-disposition': 'attachment; filename="found.csv"' })
    return [['document', 'title', 'type', 'state', 'rubric', 'batch', 'day', 'confirmed by', 'pages', ...fields], ...lines]
      .map(cells => `${cells.map(cell => csvCell(cell)).join(',')}\r\n`)
      .join('')
  },
})
