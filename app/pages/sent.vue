<script setup lang="ts">
import type { SlipChoices, SlipRow } from '~~/shared/views/slips'
import { saidSize } from '~/words/size'

useHead({ title: 'Sent · Rubricator' })
const { asked, set, query } = useListQuery({
  text: '',
  state: '',
  sort: 'newest',
  destination: '',
  person: '',
  from: '',
  to: '',
  chart: '',
})
/** What the server is asked; whether the chart is open is ours. */
const narrow = computed(() => Object.fromEntries(Object.entries(query.value).filter(([key]) => key !== 'chart')))
const { data: choices } = useLoaded<SlipChoices>('/api/slips/choices')
const { rows, trouble, more, loadMore, refresh } = useList<SlipRow>('/api/slips', narrow)
const narrowed = computed(() => Object.keys(narrow.value).some(key => key !== 'sort'))
const csv = computed(() => `/api/slips/csv?${new URLSearchParams(narrow.value).toString()}`)
const valueOf = (event: Event) => (event.target as HTMLSelectElement | HTMLInputElement).value
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
      ><span class="text-faded">To</span>
      <select class="field w-auto!" :value="asked.destination" @change="set('destination', valueOf($event))">
        <option value="">anywhere</option>
        <option v-for="one in choices?.destinations" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <label class="flex items-center gap-2"
      ><span class="text-faded">Of</span>
      <select class="field w-auto!" :value="asked.person" @change="set('person', valueOf($event))">
        <option value="">anybody</option>
        <option v-for="one in choices?.people" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <DayRange label="From" :from="asked.from" :to="asked.to" @set="set" />
    <label class="flex items-center gap-2"
      ><span class="text-faded">Order</span>
      <select class="field w-auto!" :value="asked.sort" @change="set('sort', valueOf($event))">
        <option value="newest">newest first</option>
        <option value="oldest">oldest first</option>
      </select>
    </label>
    <p class="ml-auto flex gap-5">
      <button type="button" class="link" :aria-expanded="asked.chart !== ''" @click="set('chart', asked.chart ? '' : 'open')">
        {{ asked.chart ? 'Close the chart' : 'Chart' }}
      </button>
      <a class="link" :href="csv" download="slips.csv">CSV</a>
    </p>
  </ListSearch>
  <SentChart v-if="asked.chart" />
  <ul v-if="rows?.length" class="max-w-5xl">
    <li v-for="slip in rows" :key="slip.id" class="grid gap-x-8 border-b border-ink/20 py-3 md:grid-cols-[2fr_3fr]">
      <div class="py-2">
        <NuxtLink :to="`/documents/${slip.document}`" class="link font-serif text-xl break-words">{{ slip.title }}</NuxtLink>
        <p class="small text-faded">
          {{ slip.bytes === null ? '' : `${saidSize(slip.bytes)} · ` }}from
          <NuxtLink :to="`/batches/${slip.batch}`" class="link">{{ slip.batchName }}</NuxtLink>
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
