<script setup lang="ts">
import type { BatchDetail } from '~~/core/model/views'
import { counted } from '~/words/count'

const props = defineProps<{ batch: BatchDetail }>()

const rows = computed(() => {
  const { kept, blank, separator, unreadable, held, undecided } = props.batch.totals
  return [
    { name: 'Kept in documents', count: kept },
    { name: 'Blank, set aside', count: blank },
    { name: 'Separators and set aside', count: separator },
    { name: 'Unreadable', count: unreadable },
    { name: 'Waiting for a person', count: held },
    { name: 'Not sorted yet', count: undecided },
  ].filter((row, at) => row.count > 0 || at < 2)
})
const sheets = computed(() => new Set(props.batch.pages.map(page => page.sheet)).size)
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
    <p class="small mt-1 text-faded">{{ counted(sheets, 'sheet') }}, {{ counted(batch.documents.length, 'document') }}. <a :href="`/api/batches/${batch.id}/ledger`" class="link" download>Every side with its reason</a></p>
  </section>
</template>
