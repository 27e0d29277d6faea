import type { Field } from '~~/core/rubric/field'
import type { BulkKept, BulkRow, BulkView } from '~~/shared/views/documents'
import { cellFault, isPlain, keptText, withCells, type Cell, type Changes } from './sheet'

const atOnce = 50
export const tableFilters = { all: 'All', open: 'Open', empty: 'Lacks a value', changed: 'Changed here' } as const
export type TableFilter = keyof typeof tableFilters

/** A batch's documents as a sheet: what is shown, what was changed and not kept yet, and what is wrong with it. */
export function useSheet(view: Ref<BulkView | null>, batch: number, done: () => Promise<void>) {
  const changes = shallowRef<Changes>(new Map())
  /** Of what was sent, why it was not kept. */
  const refusals = shallowRef<ReadonlyMap<string, string>>(new Map())
  const before = shallowRef<Changes[]>([])
  const sort = ref<{ field: string | null; down: boolean }>({ field: null, down: false })
  const filter = ref<TableFilter>('all')
  const find = ref('')
  const progress = ref<{ done: number; of: number } | null>(null)
  const { running, trouble, run } = useAction()

  const fields = computed(() => view.value?.fields ?? [])
  const allRows = computed(() => view.value?.rows ?? [])
  const mayChange = (row: BulkRow) => row.state === 'open' && row.filled && row.holder === null
  const textOf = (row: BulkRow, field: Field) => changes.value.get(row.id)?.[field.id] ?? keptText(row, field)
  const faultOf = (row: BulkRow, field: Field) => {
    const changed = changes.value.get(row.id)?.[field.id]
    const known = refusals.value.get(`${row.id} ${field.id}`) ?? null
    return changed === undefined ? known : (cellFault(field, changed, view.value!.languages) ?? known)
  }
  const rowFault = (row: BulkRow) => refusals.value.get(`${row.id} `) ?? null
  const lacks = (row: BulkRow, field: Field) => mayChange(row) && row.missing.includes(field.id) && textOf(row, field) === ''

  const isWhole = (row: BulkRow) => row.typedBy === null && !fields.value.some(field => lacks(row, field))

  const tests: Record<TableFilter, (row: BulkRow) => boolean> = {
    all: () => true,
    open: row => row.state === 'open',
    empty: row => fields.value.some(field => lacks(row, field)),
    changed: row => changes.value.has(row.id),
  }
  const rows = computed(() => {
    const wanted = find.value.trim().toLowerCase()
    const found = allRows.value.filter(
      row => tests[filter.value](row) && (!wanted || fields.value.some(field => textOf(row, field).toLowerCase().includes(wanted))),
    )
    const by = fields.value.find(field => field.id === sort.value.field)
    const order = sort.value.down ? -1 : 1
    if (!by) return order === 1 ? found : [...found].reverse()
    return [...found].sort(
      (one, other) => order * textOf(one, by).localeCompare(textOf(other, by), 'en', { numeric: true }) || one.position - other.position,
    )
  })

  function put(cells: readonly Cell[]) {
    const open = new Set(allRows.value.filter(mayChange).map(row => row.id))
    const next = withCells(
      changes.value,
      cells.filter(cell => open.has(cell.document)),
      allRows.value,
      fields.value,
    )
    if (JSON.stringify([...next]) === JSON.stringify([...changes.value])) return
    before.value = [...before.value.slice(-49), changes.value]
    changes.value = next
    const touched = new Set(cells.flatMap(cell => [`${cell.document} ${cell.field}`, `${cell.document} `]))
    refusals.value = new Map([...refusals.value].filter(([key]) => !touched.has(key)))
  }
  function undo() {
    const last = before.value.at(-1)
    if (!last) return
    changes.value = last
    before.value = before.value.slice(0, -1)
  }

  /** Sends what was changed, so many documents at once; with `confirm` also those that are whole, which go on. */
  const keep = (confirm: boolean) =>
    run(async () => {
      const sound = (row: BulkRow) => fields.value.every(field => faultOf(row, field) === null)
      const all = allRows.value.filter(row => mayChange(row) && (confirm ? isWhole(row) : changes.value.has(row.id)) && sound(row))
      const refused = new Map<string, string>()
      const kept = new Set<number>()
      progress.value = { done: 0, of: all.length }
      try {
        for (let at = 0; at < all.length; at += atOnce) {
          const part = all.slice(at, at + atOnce).map(row => ({ document: row.id, values: changes.value.get(row.id) ?? {} }))
          const answer = await ask<BulkKept>(`/api/batches/${batch}/values`, { method: 'PUT', body: { rows: part, confirm } })
          answer.kept.forEach(id => kept.add(id))
          for (const { document, field, why } of answer.faults) refused.set(`${document} ${field ?? ''}`, why)
          progress.value = { done: at + part.length, of: all.length }
        }
      } finally {
        changes.value = new Map([...changes.value].filter(([id]) => !kept.has(id)))
        refusals.value = refused
        before.value = []
        progress.value = null
        await done()
      }
    })

  const wrong = computed(() =>
    allRows.value.reduce((sum, row) => sum + (rowFault(row) || fields.value.some(field => faultOf(row, field)) ? 1 : 0), 0),
  )
  const whole = computed(() => allRows.value.filter(row => mayChange(row) && isWhole(row)).length)
  const changedCells = computed(() => [...changes.value.values()].reduce((sum, own) => sum + Object.keys(own).length, 0))
  return {
    fields,
    rows,
    allRows,
    changes,
    changedCells,
    wrong,
    whole,
    sort,
    filter,
    find,
    progress,
    running,
    trouble,
    mayUndo: computed(() => before.value.length > 0),
    mayChange,
    isPlain,
    textOf,
    faultOf,
    rowFault,
    lacks,
    put,
    undo,
    keep,
  }
}
