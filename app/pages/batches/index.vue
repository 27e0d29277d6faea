<script setup lang="ts">
import { BatchState } from '~~/core/model/batchState'
import type { BatchRow } from '~~/shared/views/batches'
import { saidTime } from '~/words/time'

useHead({ title: 'Batches · Rubricator' })
const { asked, set, query } = useListQuery({ text: '', state: '', from: '', to: '', sort: 'newest', mine: 'false' })
const { rows, trouble, more, loadMore, refresh } = useList<BatchRow>('/api/batches', query)
const narrowed = computed(
  () =>
    asked.value.text !== '' || asked.value.state !== '' || asked.value.from !== '' || asked.value.to !== '' || asked.value.mine === 'true',
)
useLive(null, refresh)
</script>

<template>
  <PageTitle title="Batches">
    <NuxtLink to="/scan" class="act">Start a scan</NuxtLink>
  </PageTitle>
  <TroubleBand :words="trouble" />
  <ListSearch
    label="Name of the batch or of its rubric"
    :text="asked.text"
    :state="asked.state"
    :states="BatchState.options.map(one => [one, one] as const)"
    @text="set('text', $event)"
    @state="set('state', $event)"
  >
    <label class="flex min-h-11 items-center gap-2"
      ><input
        type="checkbox"
        class="size-5 accent-lapis"
        :checked="asked.mine === 'true'"
        @change="set('mine', String(($event.target as HTMLInputElement).checked))"
      />
      only mine and my groups’</label
    >
    <DayRange label="Begun from" :from="asked.from" :to="asked.to" @set="set" />
  </ListSearch>
  <table v-if="rows?.length" class="w-full max-w-6xl border-collapse text-left">
    <thead class="small text-faded">
      <tr class="border-b border-ink">
        <SortHead :by="[['name', 'ascending']]" :now="asked.sort" @sort="set('sort', $event)">Batch</SortHead>
        <th class="pr-4 font-normal">State</th>
        <th class="pr-4 text-right font-normal">Sides</th>
        <th class="pr-4 text-right font-normal">Documents</th>
        <SortHead
          class="pr-4 pl-6"
          :by="[
            ['newest', 'descending'],
            ['oldest', 'ascending'],
          ]"
          :now="asked.sort"
          @sort="set('sort', $event)"
          >Begun</SortHead
        >
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
        <td class="pr-4 pl-6 whitespace-nowrap">{{ saidTime(batch.createdAt) }}</td>
        <td>{{ batch.forGroup ?? batch.owner }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else-if="rows && narrowed" class="max-w-2xl py-10 text-lg text-faded">
    No batch fits. <NuxtLink to="/batches" class="link">Show all</NuxtLink>
  </p>
  <p v-else-if="rows" class="max-w-2xl py-10 text-lg text-faded">
    Batches stand here, the newest first, from the moment their first sheet is scanned. Start a scan to make one.
  </p>
  <button v-if="more" type="button" class="act-quiet mt-5" @click="loadMore">Show more batches</button>
</template>
