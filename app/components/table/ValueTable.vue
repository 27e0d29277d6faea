<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue'
import { useCells } from './useCells'
import type { useSheet } from './useSheet'

/** Documents as rows, fields as columns, edited like a sheet; only what is in sight is in the page. */
const props = defineProps<{ sheet: ReturnType<typeof useSheet> }>()
const { rows, fields, sort } = props.sheet
const rowHeight = 34
const { list, containerProps, wrapperProps } = useVirtualList(rows, { itemHeight: rowHeight, overscan: 12 })
const body = useTemplateRef<HTMLElement>('body')

const cells = useCells(props.sheet, async ({ row, column }) => {
  const frame = containerProps.ref.value
  if (!frame) return
  const top = row * rowHeight
  if (top < frame.scrollTop) frame.scrollTop = top
  if (top + 2 * rowHeight > frame.scrollTop + frame.clientHeight) frame.scrollTop = top + 2 * rowHeight - frame.clientHeight
  await nextTick()
  frame.querySelector(`[data-cell="${row} ${column}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
})
const { at, typing } = cells

// The input of the cell that is typed into has the focus, else the sheet itself.
watch(typing, async (now, before) => {
  await nextTick()
  if (now !== null && before === null) {
    const input = body.value?.querySelector<HTMLInputElement | HTMLSelectElement>('[data-typing]')
    input?.focus()
    if (input instanceof HTMLInputElement && input.value.length > 1) input.select()
  } else if (now === null) containerProps.ref.value?.focus()
})
function onCopy(event: ClipboardEvent) {
  if (typing.value !== null) return
  event.clipboardData?.setData('text/plain', cells.copy())
  event.preventDefault()
}
function onPaste(event: ClipboardEvent) {
  if (typing.value !== null) return
  cells.paste(event.clipboardData?.getData('text/plain') ?? '')
  event.preventDefault()
}
function sortBy(field: string | null) {
  sort.value = sort.value.field === field ? { field, down: !sort.value.down } : { field, down: false }
}
const shown = computed(() =>
  list.value.map(({ data: row, index }) => ({
    row,
    index,
    fault: props.sheet.rowFault(row),
    cells: fields.value.map((field, column) => ({
      field,
      column,
      text: props.sheet.textOf(row, field),
      changed: props.sheet.changes.value.get(row.id)?.[field.id] !== undefined,
      fault: props.sheet.faultOf(row, field),
      lacks: props.sheet.lacks(row, field),
    })),
  })),
)
const headings = computed(() => [{ id: null, label: 'Document' }, ...fields.value.map(({ id, label }) => ({ id, label }))])
const ordered = (id: string | null) => (sort.value.field === id ? (sort.value.down ? 'descending' : 'ascending') : 'none')
</script>

<template>
  <div
    v-bind="containerProps"
    class="h-[calc(100vh-15.5rem)] min-h-64 border border-rule bg-leaf"
    tabindex="0"
    role="grid"
    aria-label="Index values of the documents"
    :aria-rowcount="rows.length + 1"
    :aria-activedescendant="`cell-${at.row}-${at.column}`"
    @keydown="cells.onKey"
    @copy="onCopy"
    @paste="onPaste"
  >
    <div v-bind="wrapperProps" role="presentation">
      <table role="presentation" class="w-max min-w-full border-collapse text-sm">
        <thead role="rowgroup" class="sticky top-0 z-[1] bg-ground">
          <tr role="row">
            <th
              v-for="one in headings"
              :key="one.id ?? ''"
              scope="col"
              role="columnheader"
              class="border-r border-b border-rule px-2 text-left font-normal"
              :class="one.id === null ? 'sticky left-0 z-[1] bg-ground' : ''"
              :aria-sort="ordered(one.id)"
            >
              <button type="button" class="flex min-h-8 w-full items-center gap-1 text-left" @click="sortBy(one.id)">
                {{ one.label }}
                <component :is="sort.down ? ArrowDown : ArrowUp" v-if="sort.field === one.id" :size="14" aria-hidden="true" />
              </button>
            </th>
          </tr>
        </thead>
        <tbody ref="body" role="rowgroup">
          <tr v-for="one in shown" :key="one.row.id" role="row" :style="{ height: `${rowHeight}px` }" :aria-rowindex="one.index + 2">
            <th
              scope="row"
              role="rowheader"
              class="sticky left-0 border-r border-b border-rule bg-leaf px-2 text-left font-normal whitespace-nowrap"
            >
              <NuxtLink :to="`/documents/${one.row.id}`" class="link numbers" tabindex="-1">{{ one.row.position }}</NuxtLink>
              <span class="small ml-2 text-faded">{{
                one.fault
                  ? ''
                  : one.row.holder
                    ? `${one.row.holder} is at it`
                    : one.row.state !== 'open'
                      ? one.row.state
                      : one.row.typedBy
                        ? 'typed on its card'
                        : ''
              }}</span>
              <span v-if="one.fault" class="small font-semibold" :title="one.fault">not kept</span>
            </th>
            <td
              v-for="cell in one.cells"
              :id="`cell-${one.index}-${cell.column}`"
              :key="cell.field.id"
              role="gridcell"
              :data-cell="`${one.index} ${cell.column}`"
              :aria-selected="cells.isChosen(one.index, cell.column)"
              class="max-w-72 cursor-cell truncate border-r border-b border-rule px-2"
              :class="[
                at.row === one.index && at.column === cell.column
                  ? 'outline-2 -outline-offset-2 outline-lapis'
                  : cells.isChosen(one.index, cell.column)
                    ? 'bg-lapis-wash'
                    : '',
                cell.fault ? 'border-l-4 border-l-vermilion' : cell.changed ? 'border-l-4 border-l-ochre bg-ochre-wash' : '',
                cell.field.kind === 'number' ? 'numbers text-right' : cell.field.pattern ? 'numbers' : '',
                sheet.mayChange(one.row) && sheet.isPlain(cell.field) ? '' : 'text-faded',
              ]"
              :title="cell.fault ?? (cell.changed ? 'changed, not kept yet' : undefined)"
              @mousedown.prevent="cells.go(one.index, cell.column, $event.shiftKey)"
              @dblclick="cells.edit()"
            >
              <template v-if="typing !== null && at.row === one.index && at.column === cell.column">
                <select
                  v-if="cell.field.kind === 'choice' || cell.field.kind === 'yes-no'"
                  v-model="typing"
                  data-typing
                  class="w-full bg-white"
                  :aria-label="cell.field.label"
                  @mousedown.stop
                  @change="cells.end()"
                >
                  <option value=""></option>
                  <option v-for="choice in cell.field.choices ?? ['yes', 'no']" :key="choice">{{ choice }}</option>
                </select>
                <input
                  v-else
                  v-model="typing"
                  data-typing
                  class="w-full min-w-24 bg-white"
                  :aria-label="`${cell.field.label}, document ${one.row.position}`"
                  autocomplete="off"
                  spellcheck="false"
                  @mousedown.stop
                  @blur="cells.end()"
                />
              </template>
              <template v-else
                >{{ cell.text }}<span v-if="cell.lacks" class="small text-ochre">needed</span
                ><span v-if="cell.fault" class="sr-only">: {{ cell.fault }}</span></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
