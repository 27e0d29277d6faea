<script setup lang="ts">
import type { SlipRow } from '~~/shared/views/slips'
import { saidSize } from '~/words/size'

useHead({ title: 'Sent · Rubricator' })
const { asked, set, query } = useListQuery({ text: '', state: '', sort: 'newest' })
const { rows, trouble, more, loadMore, refresh } = useList<SlipRow>('/api/slips', query)
const narrowed = computed(() => asked.value.text !== '' || asked.value.state !== '')
const states = [
  ['waiting', 'on its way'],
  ['delivered', 'delivered'],
  ['failed', 'did not arrive'],
] as const
useLive(null, refresh)
</script>

<template>
  <PageTitle title="Sent" />
  <TroubleBand :words="trouble" />
  <TroubledDestinations @changed="refresh" />
  <ListSearch
    label="File, batch or place"
    :text="asked.text"
    :state="asked.state"
    :states="states"
    @text="set('text', $event)"
    @state="set('state', $event)"
  >
    <label class="flex items-center gap-2"
      ><span class="text-faded">Order</span>
      <select class="field w-auto!" :value="asked.sort" @change="set('sort', ($event.target as HTMLSelectElement).value)">
        <option value="newest">newest first</option>
        <option value="oldest">oldest first</option>
      </select>
    </label>
  </ListSearch>
  <ul v-if="rows?.length" class="max-w-5xl">
    <li v-for="slip in rows" :key="slip.id" class="grid gap-x-8 border-b border-ink/20 py-3 md:grid-cols-[2fr_3fr]">
      <div class="py-2">
        <NuxtLink :to="`/documents/${slip.document}`" class="link font-serif text-xl break-words">{{ slip.title }}</NuxtLink>
        <p class="small text-faded">
          {{ slip.bytes === null ? '' : `${saidSize(slip.bytes)} · ` }}from
          <NuxtLink :to="`/batches/${slip.batch}`" class="link">{{ slip.batch_name }}</NuxtLink>
        </p>
      </div>
      <DeliverySlip :slip="slip" class="border-0!" />
    </li>
  </ul>
  <p v-else-if="rows && narrowed" class="max-w-2xl py-10 text-lg text-faded">
    No slip fits. <NuxtLink to="/sent" class="link">Show all</NuxtLink>
  </p>
  <p v-else-if="rows" class="max-w-2xl py-10 text-lg text-faded">
    A slip appears here for each file that is sent: where it went, when, its digest, and what the other side answered. Confirm a document's
    values and it is on its way.
  </p>
  <button v-if="more" type="button" class="act-quiet mt-5" @click="loadMore">Show more slips</button>
</template>
