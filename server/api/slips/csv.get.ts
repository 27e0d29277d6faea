import { csvCell } from '../../../core/ledger/csv'
import { listSlips } from '../../../store/slips/list'
import { store } from '../../context'
import { defineRoute, sendFile } from '../../route'
import { SlipQuery } from '../../slipQuery'

/** A longer list is narrowed first. */
const mostRows = 10_000

export default defineRoute({
  does: 'Slips as CSV: what went where, when, with which digest, and what the other side answered.',
  may: 'person',
  query: SlipQuery,
  async run({ event, person, query }) {
    const { sql } = store()
    const rows = await listSlips(sql, person, { ...query, before: null, most: mostRows })
    sendFile(event, 'text/csv; charset=utf-8', { 'content-disposition': 'attachment; filename="slips.csv"' })
    const head = ['slip', 'document', 'file', 'edition', 'batch', 'person', 'destination', 'state', 'begun', 'arrived', 'held', 'tried']
    const lines = rows.map(row => [
      ...[row.id, row.document, row.title, row.edition, row.batchName, row.person, row.destination, row.state],
      ...[row.createdAt, row.deliveredAt, row.heldAt, row.attempts, row.place, row.answer ?? row.trouble, row.bytes, row.sha256],
    ])
    return [[...head, 'place', 'answer', 'bytes', 'sha256'], ...lines]
      .map(cells => `${cells.map(cell => csvCell(cell)).join(',')}\r\n`)
      .join('')
  },
})
