<script setup lang="ts">
import { shownSum } from '~~/core/fields/fill'
import { checkValue, shownValue } from '~~/core/fields/fieldValue'
import { rowsOf, type Rows } from '~~/core/fields/kinds/table'
import type { Column, Field } from '~~/core/model/field'

/** Rows of line items: a cell an input, rows added and taken out, sums as they stand. The value is the table's kept form. */
const props = defineProps<{ field: Field }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent] }>()
const columns = computed<readonly Column[]>(() => props.field.columns ?? [])
const rows = computed(() => rowsOf(value.value))

const keep = (next: Rows) => (value.value = next.length ? JSON.stringify(next) : '')
const typed = (column: Column, cell: string) => {
  const checked = checkValue({ ...column, columns: undefined }, cell)
  return checked.ok ? checked.value : cell
}
function put(row: number, column: Column, cell: string) {
  keep(rows.value.map((one, at) => (at === row ? { ...one, [column.id]: cell.trim() === '' ? '' : typed(column, cell) } : one)))
}
const shown = (column: Column, cell: string | undefined) => (cell ? shownValue({ ...column, columns: undefined }, cell) : '')
const wrong = (column: Column, cell: string | undefined) =>
  cell ? !checkValue({ ...column, columns: undefined }, shown(column, cell)).ok : column.required
const sums = computed(() => columns.value.map(column => (column.kind === 'number' ? shownSum(value.value, column.id) : null)))
</script>

<template>
  <div class="mt-1 border-y border-rule" role="group" :aria-label="field.label">
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
              @focus="emit('focus', $event)"
              @change="put(at, column, ($event.target as HTMLInputElement).value)"
            />
          </td>
          <td>
            <button
              type="button"
              class="link min-h-6 px-1"
              :aria-label="`Take out row ${at + 1}`"
              title="Take out"
              @click="keep(rows.filter((_, other) => other !== at))"
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
    <button
      type="button"
      class="link min-h-7"
      :data-field="rows.length ? undefined : field.id"
      @click="keep([...rows, Object.fromEntries(columns.map(column => [column.id, '']))])"
    >
      Add a row
    </button>
  </div>
</template>
