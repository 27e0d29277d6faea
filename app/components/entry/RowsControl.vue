<script setup lang="ts">
import { shownSum } from '~~/core/fields/fill'
import { checkValue, shownValue } from '~~/core/fields/fieldValue'
import { rowsOf, type Rows } from '~~/core/fields/kinds/table'
import { cellOf, joinRows, splitRow, withRowBelow, type SplitAt } from '~~/core/fields/kinds/tableRows'
import type { Column, Field } from '~~/core/rubric/field'

/** Rows of line items: a cell an input, rows added, split, joined and taken out, sums as they stand. The value is the table's kept form. */
const props = defineProps<{ field: Field }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent]; row: [number] }>()
const columns = computed<readonly Column[]>(() => props.field.columns ?? [])
const rows = computed(() => rowsOf(value.value))

const keep = (next: Rows) => (value.value = next.length ? JSON.stringify(next) : '')
const withCell = (row: number, column: Column, cell: string): Rows =>
  rows.value.map((one, at) => (at === row ? { ...one, [column.id]: cellOf(column, cell) } : one))

/** Where the cursor stood last: a row is split there. */
const cursor = shallowRef<SplitAt | null>(null)
const group = useTemplateRef<HTMLElement>('group')
function left(row: number, column: Column, event: Event) {
  cursor.value = { row, column: column.id, before: (event.target as HTMLInputElement).selectionStart ?? 0 }
}
/** Changes the rows, and goes on in a row's first cell. */
async function change(next: Rows, row: number) {
  keep(next)
  await nextTick()
  group.value?.querySelectorAll('tbody tr')[row]?.querySelector('input')?.focus()
}
const acts = (row: number, all = rows.value) => {
  const at = cursor.value?.row === row ? cursor.value : null
  return {
    add: () => change(withRowBelow(all, row, columns.value), row + 1),
    split: () => at && change(splitRow(all, at, columns.value), row + 1),
    join: () => row + 1 < all.length && change(joinRows(all, row, columns.value), row),
    out: () => change(all.toSpliced(row, 1), Math.min(row, all.length - 2)),
  }
}
/** The row that the line of acts below speaks of: where the cursor stands or stood last, and no longer than it is there. */
const current = computed(() => (cursor.value && cursor.value.row < rows.value.length ? cursor.value.row : null))
const keyOf: Record<string, keyof ReturnType<typeof acts>> = { Enter: 'add', KeyS: 'split', KeyJ: 'join', Delete: 'out' }
/** Keys of a cell: what was typed counts first. */
function key(row: number, column: Column, event: KeyboardEvent) {
  const which = event.altKey && !event.ctrlKey ? keyOf[event.code] : undefined
  if (which === undefined) return
  event.preventDefault()
  event.stopPropagation()
  left(row, column, event)
  void acts(row, withCell(row, column, (event.target as HTMLInputElement).value))[which]()
}
const shown = (column: Column, cell: string | undefined) => (cell ? shownValue({ ...column, columns: undefined }, cell) : '')
const wrong = (column: Column, cell: string | undefined) =>
  cell ? !checkValue({ ...column, columns: undefined }, shown(column, cell)).ok : column.required
const sums = computed(() => columns.value.map(column => (column.kind === 'number' ? shownSum(value.value, column.id) : null)))
</script>

<template>
  <div ref="group" class="mt-1 border-y border-rule" role="group" :aria-label="field.label">
    <table class="w-full border-collapse text-sm">
      <thead>
        <tr>
          <th v-for="column in columns" :key="column.id" class="px-1 py-0.5 text-left font-normal text-faded" scope="col">
            {{ column.label }}
          </th>
          <th class="w-6"><span class="sr-only">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in rows" :key="at">
          <td v-for="column in columns" :key="column.id" class="p-0.5">
            <input
              v-typed="shown(column, row[column.id])"
              class="w-full min-w-0 rounded-xs border bg-white px-1 py-0.5"
              :class="[
                wrong(column, row[column.id]) ? 'border-ochre' : 'border-rule',
                column.kind === 'number' ? 'numbers w-20! text-right' : '',
              ]"
              :aria-label="`${column.label}, row ${at + 1}`"
              :data-field="field.id"
              autocomplete="off"
              spellcheck="false"
              @focus="(left(at, column, $event), emit('focus', $event), emit('row', at))"
              @blur="left(at, column, $event)"
              @keydown="key(at, column, $event)"
              @change="keep(withCell(at, column, ($event.target as HTMLInputElement).value))"
            />
          </td>
          <td>
            <button
              type="button"
              class="link min-h-6 px-1"
              :aria-label="`Take out row ${at + 1}`"
              title="Take out (Alt Delete)"
              @click="acts(at).out()"
            >
              ×
            </button>
          </td>
        </tr>
      </tbody>
      <tfoot v-if="sums.some(Boolean)">
        <tr>
          <td v-for="(sum, at) in sums" :key="at" class="px-1.5 text-right">
            <span v-if="sum" class="numbers" :aria-label="`Sum of ${columns[at]!.label}`">{{ sum }}</span>
          </td>
          <td />
        </tr>
      </tfoot>
    </table>
    <p class="flex flex-wrap gap-x-4">
      <button
        type="button"
        class="link min-h-7"
        title="Alt Enter"
        :data-field="rows.length ? undefined : field.id"
        @click="acts(current ?? rows.length - 1).add()"
      >
        Add a row
      </button>
      <template v-if="current !== null">
        <button type="button" class="link min-h-7" title="Alt S" @click="acts(current).split()">
          Split row {{ current + 1 }} at the cursor
        </button>
        <button v-if="current + 1 < rows.length" type="button" class="link min-h-7" title="Alt J" @click="acts(current).join()">
          Join it with row {{ current + 2 }}
        </button>
      </template>
    </p>
  </div>
</template>
