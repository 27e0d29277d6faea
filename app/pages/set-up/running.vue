<script setup lang="ts">
import type { HealthView } from '~~/shared/views/health'
import { counted } from '~/words/count'
import { saidSize } from '~/words/size'

/** How the copy runs, in sentences, with what to do where it does not. */
useHead({ title: 'How it runs · Rubricator' })
const { data, trouble, refresh } = useLoaded<HealthView>('/api/health/figures')
useIntervalFn(() => void refresh(), 5000)

const little = 5 * 1024 ** 3
const slow = 600
const minutes = (seconds: number) => (seconds < 120 ? `${Math.round(seconds)} seconds` : `${Math.round(seconds / 60)} minutes`)
const oldest = computed(() => Math.max(0, ...(data.value?.jobs ?? []).map(job => job.oldest)))
const waiting = computed(() => (data.value?.jobs ?? []).reduce((sum, job) => sum + job.waiting, 0))
const failed = computed(() => (data.value?.slips ?? []).reduce((sum, slip) => sum + slip.failed, 0))

interface Line {
  says: string
  /** What to do; null where all is well. */
  then: string | null
}
const lines = computed((): Line[] => {
  const found = data.value
  if (!found) return []
  const { workers, connections, freeBytes, databaseBytes } = found
  const room = connections.most - connections.used
  return [
    {
      says: workers ? `${counted(workers, 'worker')} at work.` : 'No worker is at work.',
      then: workers ? null : 'Nothing goes on without one: start bin/start again, or bin/worker on its host; its log says why it ended.',
    },
    {
      says: waiting.value ? `${counted(waiting.value, 'job')} wait, the oldest for ${minutes(oldest.value)}.` : 'No job waits.',
      then:
        oldest.value > slow
          ? 'The workers do not keep up. Start more of them, here (RUBRICATOR_WORKERS) or on another host (bin/worker).'
          : null,
    },
    {
      says: failed.value
        ? `${counted(failed.value, 'delivery', 'deliveries')} did not arrive.`
        : 'Every delivery arrived, or is on its way.',
      then: failed.value ? 'Sent says of each why, and what to do.' : null,
    },
    freeBytes === null
      ? { says: 'Pictures and files are in an object store, which does not say how much room it has.', then: null }
      : {
          says: `${saidSize(freeBytes)} are free where pictures and files are kept.`,
          then: freeBytes < little ? 'Make room soon: on a full disk nothing can be taken in.' : null,
        },
    {
      says: `The database weighs ${saidSize(databaseBytes)}, and ${connections.used} of its ${connections.most} connections are taken.`,
      then: room < 10 ? 'Raise its max_connections, or run fewer workers.' : null,
    },
  ]
})
const rows = computed(() =>
  (data.value?.steps ?? []).map(step => {
    const job = data.value!.jobs.find(one => one.step === step.step)
    const runs = step.done + step.failed
    return { ...step, waiting: job?.waiting ?? 0, active: job?.active ?? 0, each: runs ? step.seconds / runs : 0 }
  }),
)
const does: Record<string, string> = {
  receive: 'Taking sides from a device',
  examine: 'Examining a side',
  split: 'Splitting a batch',
  read: 'Reading a document',
  fill: 'Filling its values',
  build: 'Making its files',
  deliver: 'Delivering it',
  try: 'Trying a draft',
}
const number = (value: number) => value.toLocaleString('en-GB')
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <template v-if="data">
    <ul class="max-w-4xl">
      <li
        v-for="line in lines"
        :key="line.says"
        class="border-b border-rule py-3"
        :class="{ 'border-l-4 border-l-ochre bg-ochre-wash px-4': line.then }"
      >
        <p class="font-serif text-xl">{{ line.says }}</p>
        <p v-if="line.then">{{ line.then }}</p>
      </li>
    </ul>
    <h2 class="mt-8 mb-2 text-2xl">What the workers did</h2>
    <div v-if="rows.length" class="max-w-4xl overflow-x-auto" tabindex="0" role="region" aria-label="What the workers did">
      <table class="w-full text-left">
        <thead>
          <tr class="border-b border-ink text-faded">
            <th scope="col" class="py-1.5 font-normal">Step</th>
            <th
              v-for="head in ['done', 'failed tries', 'seconds each', 'under way', 'waiting']"
              :key="head"
              scope="col"
              class="py-1.5 text-right font-normal"
            >
              {{ head }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.step" class="border-b border-rule">
            <th scope="row" class="py-1.5 font-normal">{{ does[row.step] ?? row.step }}</th>
            <td class="numbers py-1.5 text-right">{{ number(row.done) }}</td>
            <td class="numbers py-1.5 text-right">{{ number(row.failed) }}</td>
            <td class="numbers py-1.5 text-right">{{ row.each.toFixed(2) }}</td>
            <td class="numbers py-1.5 text-right">{{ row.active }}</td>
            <td class="numbers py-1.5 text-right">{{ row.waiting }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="text-faded">Nothing yet.</p>
    <p class="small mt-4 max-w-3xl text-faded">
      The same figures for Prometheus: <span class="numbers">/api/metrics</span>, by a token with the scope “manage”. Whether work goes on,
      for whoever asks: <span class="numbers">/api/health/ready</span>.
    </p>
  </template>
</template>
