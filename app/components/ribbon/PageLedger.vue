<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'
import { counted } from '~/words/count'

const props = defineProps<{ batch: BatchDetail }>()
defineEmits<{ expect: [] }>()

const rows = computed(() => {
  const { kept, blank, separator, unreadable, held, undecided, replaced = 0, moved = 0, dropped = 0, ...more } = props.batch.totals
  return [
    { name: 'Kept in documents', count: kept },
    { name: 'Blank, set aside', count: blank },
    { name: 'Separators', count: separator },
    { name: 'Set aside by hand', count: more['set-aside'] ?? 0 },
    { name: 'Scanned again', count: replaced },
    { name: 'Moved to another batch', count: moved },
    { name: 'Dropped with their load', count: dropped },
    { name: 'Unreadable', count: unreadable },
    { name: 'Waiting for a person', count: held },
    { name: 'Not sorted yet', count: undecided },
  ].filter((row, at) => row.count > 0 || at < 2)
})
const fed = computed(() => props.batch.loads.reduce((sum, load) => sum + load.sheets, 0))
const sheetsCounted = computed(() => {
  const { loads, expected } = props.batch
  return (
    expected.sheets ??
    (loads.length && loads.every(load => load.counted !== null) ? loads.reduce((sum, load) => sum + load.counted!, 0) : null)
  )
})
const documentsExpected = computed(() => props.batch.expected.values.length || props.batch.expected.documents)
/** What was counted by hand against what the machine found. */
const compared = computed(() => [
  { name: 'Sheets', hand: sheetsCounted.value, found: fed.value },
  { name: 'Documents', hand: documentsExpected.value, found: props.batch.documents.length },
])
</script>

<template>
  <section aria-labelledby="ledger-title">
    <h2 id="ledger-title" class="text-xl">Page ledger</h2>
    <table class="mt-1 w-full">
      <tbody>
        <tr v-for="row in rows" :key="row.name" class="border-b border-rule">
          <th scope="row" class="py-1 text-left font-normal">{{ row.name }}</th>
          <td class="numbers text-right" :data-total="row.name">{{ row.count }}</td>
        </tr>
        <tr class="border-t border-ink font-semibold">
          <th scope="row" class="py-1 text-left">Sides scanned</th>
          <td class="numbers text-right" data-total="Sides scanned">{{ batch.totals.scanned }}</td>
        </tr>
      </tbody>
    </table>
    <table class="small mt-3 w-full">
      <thead class="text-faded">
        <tr class="border-b border-rule">
          <td />
          <th class="text-right font-normal">by hand</th>
          <th class="text-right font-normal">found</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in compared"
          :key="row.name"
          class="border-b border-rule"
          :class="{ 'font-semibold text-ochre': row.hand && row.hand !== row.found }"
        >
          <th scope="row" class="py-1 text-left font-normal">{{ row.name }}</th>
          <td class="numbers text-right">{{ row.hand || '–' }}</td>
          <td class="numbers text-right">{{ row.found }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small mt-1.5 flex flex-wrap gap-x-3 text-faded">
      <button type="button" class="link" @click="$emit('expect')">Counted by hand…</button>
      <span
        >{{ counted(batch.totals.scanned, 'side') }} as <a :href="`/api/batches/${batch.id}/ledger?as=csv`" class="link" download>CSV</a>,
        <a :href="`/api/batches/${batch.id}/ledger`" class="link" download>JSON</a></span
      >
    </p>
  </section>
</template>
