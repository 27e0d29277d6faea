<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'
import { paperIn } from '~/words/count'

const props = defineProps<{ batch: BatchDetail }>()
defineEmits<{ expect: [] }>()
const { running, trouble, run } = useAction()

const load = computed(() => props.batch.loads.at(-1) ?? null)
const scanning = computed(() => load.value !== null && ['asked', 'scanning'].includes(load.value.state))
const soFar = computed(() => paperIn(props.batch.pages))
const fromFiles = computed(() => load.value === null || load.value.kind !== 'device')
/** Files are taken apart by a worker, one after the other. */
const opening = computed(() => fromFiles.value && props.batch.loads.some(one => ['asked', 'scanning'].includes(one.state)))
const sending = ref(false)
const brokenOff = computed(() => load.value?.state === 'failed' || load.value?.state === 'cancelled')
const title = computed(() => {
  if (props.batch.completeAsked) return 'It goes on by itself once its files are taken apart.'
  if (opening.value) return `The files are taken apart: ${soFar.value} so far. Is that all?`
  if (fromFiles.value) return props.batch.pages.length ? `${soFar.value} are in. Is that all?` : 'Which files belong to this batch?'
  if (!props.batch.pages.length) return 'Nothing was scanned yet.'
  return brokenOff.value ? `${soFar.value} are kept. Scan the rest?` : `${soFar.value} scanned. Is that all the paper of this batch?`
})
/** What to do now, the likelier first: a load that broke off most likely left paper behind. */
const choices = computed(() => {
  const complete = { what: 'complete', body: undefined, name: 'That is all: complete', hint: 'The batch is sorted into documents now.' }
  const more = {
    what: 'loads',
    body: { device: load.value?.deviceId },
    ...(props.batch.source === 'glass'
      ? { name: 'Another page: scan it', hint: `Lay it on the glass of ${load.value?.device} first; it joins this batch.` }
      : {
          name: 'More to come: scan the next load',
          hint: `Put the next sheets in ${load.value?.device}'s feeder first; they join this batch.`,
        }),
  }
  if (props.batch.completeAsked) return []
  if (opening.value) return [{ ...complete, hint: 'The batch is sorted into documents once the last file is taken apart.' }]
  if (fromFiles.value) return props.batch.pages.length ? [complete] : []
  if (!props.batch.pages.length) return [more]
  return brokenOff.value || props.batch.source === 'glass' ? [more, complete] : [complete, more]
})
/** Sheets of the load that just ended, as a person counted them. */
const sheetsCounted = ref('')
watch(
  () => load.value?.id,
  () => (sheetsCounted.value = load.value?.counted?.toString() ?? ''),
  { immediate: true },
)
async function keepCount() {
  const text = sheetsCounted.value.trim()
  await run(async () => {
    await ask(`/api/batches/${props.batch.id}/counted`, {
      method: 'PUT',
      body: { load: load.value!.id, sheets: text === '' ? null : Number(text) },
    })
  })
}
const post = (what: string, body?: Record<string, unknown>) =>
  run(() => ask(`/api/batches/${props.batch.id}/${what}`, { method: 'POST', body }))
</script>

<template>
  <section class="mb-6 border border-rule bg-leaf px-6 py-5" aria-labelledby="load-title">
    <TroubleBand :words="trouble ?? load?.trouble ?? null" />
    <div v-if="scanning && !fromFiles" class="flex flex-wrap items-center gap-6">
      <p class="min-w-0 flex-1">
        <span id="load-title" class="block font-serif text-2xl" role="status">{{
          load?.state === 'asked' ? `Asking ${load.device} for the first sheet` : `${load?.device} is scanning: ${soFar}`
        }}</span>
        <span class="text-faded">{{
          load?.cancelAsked
            ? 'Cancelling after the side that is under way. What was scanned is kept.'
            : 'Each side is stored before the device is told that it was taken.'
        }}</span>
      </p>
      <button type="button" class="act-quiet" :disabled="running || load?.cancelAsked" @click="post('cancel')">Cancel this load</button>
    </div>
    <template v-else>
      <h2 id="load-title" class="text-2xl">
        {{ title }}
      </h2>
      <div class="mt-4 flex flex-wrap items-start gap-x-8 gap-y-4">
        <div v-for="(choice, at) in choices" :key="choice.what">
          <button
            type="button"
            :class="at === 0 ? 'act' : 'act-quiet'"
            :disabled="running || sending"
            @click="post(choice.what, choice.body)"
          >
            {{ choice.name }}
          </button>
          <p class="small mt-1 max-w-72 text-faded">{{ choice.hint }}</p>
        </div>
        <button type="button" class="link ml-auto min-h-11" :disabled="running" @click="post('abandon')">Abandon the batch</button>
      </div>
      <div v-if="batch.pages.length" class="small mt-4 flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule pt-3 text-faded">
        <label v-if="load && !fromFiles" class="flex items-center gap-2"
          >Sheets in this load, counted by hand<input
            v-model="sheetsCounted"
            type="number"
            min="1"
            class="field numbers w-24!"
            placeholder="–"
            :aria-label="`Sheets in this load, counted by hand; ${load.sheets} came`"
            @change="keepCount"
        /></label>
        <span v-if="load?.counted" :class="load.counted === load.sheets ? 'text-verdigris' : 'text-ochre font-semibold'">{{
          load.counted === load.sheets ? 'agrees with the device' : `the device gave ${load.sheets}`
        }}</span>
        <button type="button" class="link" @click="$emit('expect')">Sheets or documents expected in all, or a list…</button>
      </div>
      <details class="mt-5" :open="fromFiles">
        <summary class="link cursor-pointer py-1">{{ fromFiles ? 'Files' : 'Add files to it, too' }}</summary>
        <FileDrop class="mt-2" :batch="batch.id" @busy="sending = $event" />
      </details>
    </template>
  </section>
</template>
