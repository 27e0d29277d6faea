<script setup lang="ts">
import type { PersonView } from '~~/shared/views/people'
import type { TrailLine } from '~~/shared/views/trail'
import { saidTime } from '~/words/time'
import { trailDetail, trailWho, trailWords } from '~/words/trail'

/** Who did what to which thing, and whether anybody meddled with that. */
useHead({ title: 'Trail · Rubricator' })
const { asked, set, query } = useListQuery({ person: '', what: '', from: '', to: '' })
const { rows, trouble, more, loadMore } = useList<TrailLine>('/api/trail', query)
const { data: people } = useLoaded<PersonView[]>('/api/people')
const kinds = [
  ['', 'everything'],
  ['sign', 'sign-ins'],
  ['set up', 'settings'],
  ['correct', 'corrections'],
  ['enter', 'values entered'],
  ['confirm', 'values confirmed'],
  ['find', 'checks'],
  ['look at original', 'looks at what is black'],
  ['download', 'downloads'],
  ['deliver', 'deliveries'],
] as const

interface Seen {
  lines: number
  unchained: number
  from: number
  head: { seq: number; hash: string } | null
  fault: string | null
}
const seen = ref<Seen | null>(null)
const { running, trouble: lookTrouble, run } = useAction()
const look = () => run(async () => void (seen.value = await ask<Seen>('/api/trail/verified')))
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble ?? lookTrouble" />
  <section aria-labelledby="trail-title">
    <div class="mb-3 flex flex-wrap items-center gap-6">
      <h2 id="trail-title" class="text-2xl">Trail</h2>
      <button type="button" class="act-quiet ml-auto" :disabled="running" @click="look">
        {{ running ? 'Looking it over…' : 'Look whether it is whole' }}
      </button>
    </div>
    <p v-if="seen?.fault" class="mb-4 border-l-4 border-vermilion pl-4" role="alert">{{ seen.fault }}</p>
    <p v-else-if="seen" class="mb-4 border-l-4 border-verdigris pl-4" role="status">
      {{ seen.from ? 'The newest' : 'All' }} {{ seen.lines.toLocaleString('en-GB') }} lines agree{{
        seen.unchained ? `; ${seen.unchained} of a moment ago are still to be chained` : ''
      }}.
      <template v-if="seen.head"
        >It ends at <span class="numbers text-sm break-all">{{ seen.head.seq }}:{{ seen.head.hash }}</span></template
      >
    </p>
    <div class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2" role="search">
      <label class="flex items-center gap-2"
        ><span class="text-faded">What</span
        ><select class="field w-auto!" :value="asked.what" @change="set('what', ($event.target as HTMLSelectElement).value)">
          <option v-for="[kind, words] in kinds" :key="kind" :value="kind">{{ words }}</option>
        </select></label
      >
      <label class="flex items-center gap-2"
        ><span class="text-faded">Who</span
        ><select class="field w-auto!" :value="asked.person" @change="set('person', ($event.target as HTMLSelectElement).value)">
          <option value="">anybody</option>
          <option v-for="one in people ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <DayRange label="From" :from="asked.from" :to="asked.to" @set="set" />
    </div>
    <table v-if="rows?.length" class="w-full text-left">
      <thead>
        <tr class="border-b border-ink text-faded">
          <th scope="col" class="py-1 pr-4 font-normal">When</th>
          <th scope="col" class="w-36 py-1 pr-4 font-normal">Who</th>
          <th scope="col" class="w-48 py-1 pr-4 font-normal">What</th>
          <th scope="col" class="w-72 py-1 pr-4 font-normal">Of</th>
          <th scope="col" class="py-1 font-normal">Before and after</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in rows" :key="line.id" class="border-b border-rule align-baseline">
          <td class="py-1.5 pr-4 whitespace-nowrap">{{ saidTime(line.at) }}</td>
          <td class="py-1.5 pr-4">
            {{ trailWho(line) }}<span v-if="line.address" class="small numbers block text-faded">{{ line.address }}</span>
          </td>
          <td class="py-1.5 pr-4">{{ trailWords(line) }}</td>
          <td class="py-1.5 pr-4">
            <NuxtLink v-if="line.document" :to="`/documents/${line.document}`" class="link">a document</NuxtLink
            >{{ line.document && line.batch ? ' of ' : ''
            }}<NuxtLink v-if="line.batch" :to="`/batches/${line.batch}`" class="link">{{
              line.batchName ?? `batch ${line.batch}`
            }}</NuxtLink>
          </td>
          <td class="small py-1.5 break-words text-faded">{{ trailDetail(line) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="rows" class="py-8 text-lg text-faded">Nothing like that was done.</p>
    <button v-if="more" type="button" class="act-quiet mt-5" @click="loadMore">Show more</button>
  </section>
</template>
