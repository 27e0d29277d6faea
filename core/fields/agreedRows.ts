import type { FoundRows, ReadRow } from './tableRows'

/** How far apart the same row may stand in two readings, in inches. */
const near = 0.07

/** One table from two readings of the same pages: the surer cell of each row, and rows that only one of them saw. */
export function agreedRows(first: FoundRows | null, second: FoundRows | null): FoundRows | null {
  if (!first || !second) return first ?? second
  const rest = [...second.rows]
  const rows = first.rows.map(row => {
    const at = rest.findIndex(other => other.page === row.page && Math.abs(other.y - row.y) < near)
    return at < 0 ? row : surer(row, rest.splice(at, 1)[0]!)
  })
  // What only one reading saw must look like a row.
  const more = rest.filter(row => row.whole && Object.keys(row.cells).length > 1)
  return { ...first, rows: [...rows, ...more].sort((a, b) => a.page - b.page || a.y - b.y) }
}

function surer(one: ReadRow, other: ReadRow): ReadRow {
  const row: ReadRow = { ...one, cells: { ...one.cells }, sure: { ...one.sure }, whole: one.whole || other.whole }
  for (const [id, cell] of Object.entries(other.cells)) {
    const [sure, mine, mineSure] = [other.sure[id] ?? 0, row.cells[id], row.sure[id] ?? 0]
    // A reading that stopped short may be sure of what it saw.
    const better = mine === undefined || (cell.includes(mine) && cell !== mine) || (sure > mineSure && !mine.includes(cell))
    if (mine === cell) row.sure[id] = Math.max(mineSure, sure)
    else if (better) {
      if (mine !== undefined) row.others = { ...row.others, [id]: mine }
      row.cells[id] = cell
      row.sure[id] = sure
    } else row.others = { ...row.others, [id]: cell }
  }
  return row
}
