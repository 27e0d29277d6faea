<script setup lang="ts">
import type { BatchDetail } from '~~/core/model/views'
import { counted } from '~/words/count'

const props = defineProps<{ batch: BatchDetail }>()
const { running, trouble, run } = useAction()

const load = computed(() => props.batch.loads.at(-1) ?? null)
const scanning = computed(() => load.value !== null && ['asked', 'scanning'].includes(load.value.state))
const sheets = computed(() => new Set(props.batch.pages.map(page => page.sheet)).size)
const soFar = computed(() => `${counted(props.batch.pages.length, 'side')} on ${counted(sheets.value, 'sheet')}`)
/** A load that broke off most likely leaves paper behind, so going on is then the main action. */
const brokenOff = computed(() => load.value?.state === 'failed' || load.value?.state === 'cancelled')
const title = computed(() => {
  if (!props.batch.pages.length) return 'Nothing was scanned yet.'
  return brokenOff.value ? `${soFar.value} are kept. Scan the rest?` : `${soFar.value} scanned. Is that all the paper of this batch?`
})
const post = (what: string, body?: Record<string, unknown>) => run(() => ask(`/api/batches/${props.batch.id}/${what}`, { method: 'POST', body }))
</script>

<template>
  <section class="mb-6 border border-rule bg-leaf px-6 py-5" aria-labelledby="load-title">
    <TroubleBand :words="trouble" />
    <div v-if="scanning" class="flex flex-wrap items-center gap-6">
      <p class="min-w-0 flex-1">
        <span id="load-title" class="block font-serif text-2xl" role="status">{{ load?.state === 'asked' ? `Asking ${load.device} for the first sheet` : `${load?.device} is scanning: ${soFar}` }}</span>
        <span class="text-faded">{{ load?.cancelAsked ? 'Cancelling after the side that is under way. What was scanned is kept.' : 'Each side is stored before the device is told that it was taken.' }}</span>
      </p>
      <button type="button" class="act-quiet" :disabled="running || load?.cancelAsked" @click="post('cancel')">Cancel this load</button>
    </div>
    <template v-else>
      <TroubleBand :words="load?.trouble ?? null" />
      <h2 id="load-title" class="text-2xl">
        {{ title }}
      </h2>
      <div class="mt-4 flex flex-wrap items-start gap-x-8 gap-y-4">
        <div v-if="batch.pages.length" :class="{ 'order-1': brokenOff }">
          <button type="button" :class="brokenOff ? 'act-quiet' : 'act'" :disabled="running" @click="post('complete')">That is all: complete</button>
          <p class="small mt-1 max-w-64 text-faded">The batch is sorted into documents now.</p>
        </div>
        <div>
          <button type="button" :class="brokenOff ? 'act' : 'act-quiet'" :disabled="running" @click="post('loads', { device: load?.device_id })">More to come: scan the next load</button>
          <p class="small mt-1 max-w-72 text-faded">Put the next sheets in {{ load?.device }}'s feeder first; they join this batch.</p>
        </div>
        <button type="button" class="link order-2 ml-auto min-h-11" :disabled="running" @click="post('abandon')">Abandon the batch</button>
      </div>
    </template>
  </section>
</template>
