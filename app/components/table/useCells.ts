import { copiedCells, pastedCells, type Cell } from './sheet'
import type { useSheet } from './useSheet'

interface Place {
  row: number
  column: number
}

/** The caret of a sheet, what is chosen from it on, and its keys. */
export function useCells(sheet: ReturnType<typeof useSheet>, show: (place: Place) => Promise<void>) {
  const at = ref<Place>({ row: 0, column: 0 })
  /** The other corner of what is chosen. */
  const corner = ref<Place>({ row: 0, column: 0 })
  /** What is being typed into the cell with the caret. */
  const typing = ref<string | null>(null)

  const range = computed(() => ({
    rows: [Math.min(at.value.row, corner.value.row), Math.max(at.value.row, corner.value.row)] as const,
    columns: [Math.min(at.value.column, corner.value.column), Math.max(at.value.column, corner.value.column)] as const,
  }))
  const isChosen = (row: number, column: number) =>
    row >= range.value.rows[0] && row <= range.value.rows[1] && column >= range.value.columns[0] && column <= range.value.columns[1]
  const rowAt = (row: number) => sheet.rows.value[row]
  const fieldAt = (column: number) => sheet.fields.value[column]
  const textAt = (row: number, column: number) => {
    const [own, field] = [rowAt(row), fieldAt(column)]
    return own && field ? sheet.textOf(own, field) : ''
  }
  const mayType = computed(() => {
    const [row, field] = [rowAt(at.value.row), fieldAt(at.value.column)]
    return row !== undefined && field !== undefined && sheet.mayChange(row) && sheet.isPlain(field)
  })

  function go(row: number, column: number, choose = false) {
    end()
    at.value = {
      row: Math.max(0, Math.min(sheet.rows.value.length - 1, row)),
      column: Math.max(0, Math.min(sheet.fields.value.length - 1, column)),
    }
    if (!choose) corner.value = at.value
    void show(at.value)
  }
  /** Ends typing; what was typed is a change. */
  function end(keep = true) {
    const text = typing.value
    typing.value = null
    if (text !== null && keep) put([{ ...at.value, text }])
  }
  function put(cells: readonly (Place & { text: string })[]) {
    sheet.put(
      cells.flatMap(({ row, column, text }): Cell[] => {
        const [own, field] = [rowAt(row), fieldAt(column)]
        return own && field ? [{ document: own.id, field: field.id, text }] : []
      }),
    )
  }
  const chosen = (): Place[] => {
    const { rows, columns } = range.value
    const places: Place[] = []
    for (let row = rows[0]; row <= rows[1]; row++)
      for (let column = columns[0]; column <= columns[1]; column++) places.push({ row, column })
    return places
  }

  /** The uppermost cells of what is chosen go into all below them. */
  const fillDown = () => put(chosen().map(({ row, column }) => ({ row, column, text: textAt(range.value.rows[0], column) })))
  const clear = () => put(chosen().map(place => ({ ...place, text: '' })))
  function copy(): string {
    const { rows, columns } = range.value
    const numbers = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, step) => from + step)
    return copiedCells(numbers(...rows).map(row => numbers(...columns).map(column => textAt(row, column))))
  }
  /** What was copied, from the caret on; a single cell into all that are chosen. */
  function paste(text: string) {
    const cells = pastedCells(text)
    const { rows, columns } = range.value
    const single = cells.length === 1 && cells[0]!.length === 1
    if (single) return put(chosen().map(place => ({ ...place, text: cells[0]![0]! })))
    put(cells.flatMap((line, down) => line.map((one, across) => ({ row: rows[0] + down, column: columns[0] + across, text: one }))))
  }

  const edit = () => {
    if (mayType.value) typing.value = textAt(at.value.row, at.value.column)
  }

  const steps: Record<string, [number, number]> = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }
  const page = 15
  function onKey(event: KeyboardEvent) {
    const { row, column } = at.value
    const { key, ctrlKey, shiftKey } = event
    const step = steps[key]
    const acts: Record<string, () => void> = {
      PageDown: () => go(row + page, column, shiftKey),
      PageUp: () => go(row - page, column, shiftKey),
      Home: () => go(ctrlKey ? 0 : row, 0, shiftKey),
      End: () => go(ctrlKey ? sheet.rows.value.length : row, sheet.fields.value.length, shiftKey),
      Enter: () => (typing.value === null && mayType.value ? (typing.value = textAt(row, column)) : go(row + 1, column)),
      F2: edit,
      Escape: () => end(false),
      Delete: clear,
    }
    if (ctrlKey && ['d', 'z', 'a'].includes(key.toLowerCase())) {
      if (typing.value !== null) return
      if (key.toLowerCase() === 'd') fillDown()
      else if (key.toLowerCase() === 'z') sheet.undo()
      else corner.value = { row: 0, column: 0 }
      if (key.toLowerCase() === 'a') at.value = { row: sheet.rows.value.length - 1, column: sheet.fields.value.length - 1 }
    } else if (step && typing.value === null) go(row + step[0], column + step[1], shiftKey)
    else if (step && (key === 'ArrowUp' || key === 'ArrowDown')) go(row + step[0], column)
    else if (acts[key] && (typing.value === null || key === 'Enter' || key === 'Escape')) acts[key]()
    else if (typing.value === null && key.length === 1 && !ctrlKey && !event.altKey && !event.metaKey && mayType.value) typing.value = key
    else return
    event.preventDefault()
  }
  return { at, corner, typing, isChosen, go, end, put, onKey, edit, copy, paste, fillDown, clear }
}
