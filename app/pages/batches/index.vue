<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import { saidTime } from '~/words/time'

useHead({ title: 'Batches · Rubricator' })
const { rows, trouble, more, loadMore, refresh } = useList<BatchRow>('/api/batches')
useLive(null, refresh)
</script>

<template>
  <PageTitle title="Batches">
    <NuxtLink to="/scan" class="act">Start a scan</NuxtLink>
  </PageTitle>
  <TroubleBand :words="trouble" />
  <table v-if="rows?.length" class="w-full max-w-6xl border-collapse text-left">
    <thead class="small text-faded">
      <tr class="border-b border-ink">
        <th class="py-2 pr-4 font-normal">Batch</th>
        <th class="pr-4 font-normal">State</th>
        <th class="pr-4 text-right font-normal">Sides</th>
        <th class="pr-4 text-right font-normal">Documents</th>
        <th class="pr-4 pl-6 font-normal">Begun</th>
        <th class="font-normal">With</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="batch in rows" :key="batch.id" class="border-b border-rule">
        <td class="py-2.5 pr-4">
          <NuxtLink :to="`/batches/${batch.id}`" class="link font-serif text-xl">{{ batch.name }}</NuxtLink>
        </td>
        <td class="pr-4"><StateMark :state="batch.state" /></td>
        <td class="numbers pr-4 text-right">{{ batch.sides }}</td>
        <td class="numbers pr-4 text-right">{{ batch.documents }}</td>
        <td class="pr-4 pl-6 whitespace-nowrap">{{ saidTime(batch.created_at) }}</td>
        <td>{{ batch.for_group ?? batch.owner }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="rows" class="max-w-2xl py-10 text-lg text-faded">
    Batches stand here, the newest first, from the moment their first sheet is scanned. Start a scan to make one.
  </p>
  <button v-if="more" type="button" class="act-quiet mt-5" @click="loadMore">Show older batches</button>
</template>
