<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Ellipsis } from '@lucide/vue'
import { shownSum } from '~~/core/fields/fill'
import { checkValue, shownValue } from '~~/core/fields/fieldValue'
import { rowsOf, type Rows } from '~~/core/fields/kinds/table'
import { cellOf, joinRows, splitRow, withRowBelow, type SplitAt } from '~~/core/fields/kinds/tableRows'
import type { Column, Field } from '~~/core/model/field'

/** Rows of line items: a cell an input, rows added, split, joined and taken out, sums as they stand. The value is the table's kept form. */
const props = defineProps<{ field: Field }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent] }>()
const columns = computed<readonly Column[]>(() => props.field.columns ?? [])
const rows = computed(() => rowsOf(value.value))

const keep = (next: Rows) => (value.value = next.length ? JSON.stringify(next) : '')
function put(row: number, column: Column, cell: string) {
  keep(rows.value.map((one, at) => (at === row ? { ...one, [column.id]: cellOf(column, cell) } : one)))
}

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
const acts = (row: number) => {
  const all = rows.value
  const at = cursor.value?.row === row ? cursor.value : null
  return [
    { words: 'Add a row below', keys: 'Alt Enter', can: true, act: () => change(withRowBelow(all, row, columns.value), row + 1) },
    {
      words: 'Split it at the cursor',
      keys: 'Alt S',
      can: at !== null,
      act: () => at && change(splitRow(all, at, columns.value), row + 1),
    },
    {
      words: 'Join it with the next',
      keys: 'Alt J',
      can: row + 1 < all.length,
      act: () => change(joinRows(all, row, columns.value), row),
    },
    { words: 'Take it out', keys: 'Alt Delete', can: true, act: () => change(all.toSpliced(row, 1), Math.min(row, all.length - 2)) },
  ]
}
const keyOf: Record<string, number> = { Enter: 0, KeyS: 1, KeyJ: 2, Delete: 3 }
/** Keys of a cell: what was typed counts first. */
function key(row: number, column: Column, event: KeyboardEvent) {
  const which = event.altKey && !event.ctrlKey ? keyOf[event.code] : undefined
  if (which === undefined) return
  event.preventDefault()
  event.stopPropagation()
  left(row, column, event)
  put(row, column, (event.target as HTMLInputElement).value)
  const { can, act } = acts(row)[which]!
  if (can) void act()
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
          <th class="w-6"><span class="sr-only">The row</span></th>
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
              @blur="left(at, column, $event)"
              @keydown="key(at, column, $event)"
              @change="put(at, column, ($event.target as HTMLInputElement).value)"
            />
          </td>
          <td class="relative">
            <Menu>
              <MenuButton class="grid size-6 place-items-center text-faded hover:text-ink" :aria-label="`Row ${at + 1}`"
                ><Ellipsis :size="16" aria-hidden="true"
              /></MenuButton>
              <MenuItems class="absolute right-0 z-20 w-64 border border-ink bg-leaf py-1 shadow-md focus:outline-none">
                <MenuItem v-for="one in acts(at)" :key="one.words" v-slot="{ active }" :disabled="!one.can">
                  <button
                    type="button"
                    class="flex w-full justify-between gap-3 px-3 py-1.5 text-left disabled:text-faded"
                    :class="{ 'bg-lapis-wash': active }"
                    :disabled="!one.can"
                    @click="one.act"
                  >
                    {{ one.words }}<span class="small text-faded">{{ one.keys }}</span>
                  </button>
                </MenuItem>
              </MenuItems>
            </Menu>
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
      @click="change(withRowBelow(rows, rows.length - 1, columns), rows.length)"
    >
      Add a row
    </button>
  </div>
</template>
