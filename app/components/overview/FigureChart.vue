<script setup lang="ts">
import type { EChartsCoreOption } from 'echarts/core'
import { csvCell } from '~~/core/ledger/csv'

/** A chart with what it says in a sentence, the same figures as a table, and as CSV. */
const props = defineProps<{
  title: string
  says: string
  option: EChartsCoreOption
  head: readonly string[]
  rows: readonly (readonly (string | number)[])[]
  /** The list behind each row of the table, and behind its place in the chart; null where there is none. */
  links?: readonly (string | null)[]
  /** The list behind a place in the chart, where that is another: the so manyth on its axis, of a series. */
  opens?: (at: number, series: string) => string | null
  /** Pixels. */
  height?: number
}>()
const frame = useTemplateRef<HTMLElement>('frame')
const asTable = ref(false)
let chart: { set: (option: EChartsCoreOption) => void; end: () => void } | null = null
let gone = false
/** Whether a chart is still wanted, once its library is there. */
const wanted = () => !gone && !asTable.value
async function show() {
  chart?.end()
  chart = null
  if (asTable.value || !props.rows.length) return
  // Loaded where a chart is.
  const { draw } = await import('./chart')
  await nextTick()
  if (frame.value && wanted()) chart = draw(frame.value, props.option, (props.opens ?? props.links) && open)
}
onMounted(show)
watch([asTable, () => props.rows.length > 0], show)
watch(
  () => props.option,
  option => chart?.set(option),
)
onBeforeUnmount(() => {
  gone = true
  chart?.end()
})
function open(at: number, series: string) {
  const to = props.opens ? props.opens(at, series) : props.links?.[at]
  if (to) void navigateTo(to)
}
const csv = computed(() => {
  const lines = [props.head, ...props.rows].map(row => row.map(cell => csvCell(cell)).join(','))
  return `data:text/csv;charset=utf-8,${encodeURIComponent(lines.join('\n'))}`
})
</script>

<template>
  <figure class="min-w-0 border-t border-ink pt-3">
    <figcaption>
      <h2 class="text-xl">{{ title }}</h2>
      <p class="text-faded">{{ says }}</p>
    </figcaption>
    <template v-if="rows.length">
      <div
        v-if="!asTable"
        ref="frame"
        class="mt-2 w-full"
        :style="{ height: `${height ?? 240}px` }"
        role="img"
        :aria-label="`${title}. ${says}`"
      />
      <div v-else class="mt-2 max-h-80 overflow-y-auto" tabindex="0" role="region" :aria-label="title">
        <table class="w-full text-left text-sm">
          <thead>
            <tr class="border-b border-rule text-faded">
              <th
                v-for="(name, at) in head"
                :key="name"
                scope="col"
                class="py-1 pr-3 font-normal"
                :class="{ 'text-right': at > 0 && typeof rows[0]![at] === 'number' }"
              >
                {{ name }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, at) in rows" :key="at" class="border-b border-rule">
              <td v-for="(cell, column) in row" :key="column" class="py-1 pr-3" :class="{ 'numbers text-right': typeof cell === 'number' }">
                <NuxtLink v-if="column === 0 && links?.[at]" :to="links[at]!" class="link">{{ cell }}</NuxtLink>
                <template v-else>{{ cell }}</template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small mt-1 flex gap-5">
        <button type="button" class="link" :aria-pressed="asTable" @click="asTable = !asTable">
          {{ asTable ? 'As a chart' : 'As a table' }}
        </button>
        <a class="link" :href="csv" :download="`${title}.csv`">CSV</a>
        <slot />
      </p>
    </template>
    <p v-else class="py-4 text-faded">Nothing yet.</p>
  </figure>
</template>
