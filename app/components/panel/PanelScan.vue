<script setup lang="ts">
import { Check, Layers, Plus, Square, Undo2 } from '@lucide/vue'
import type { PanelView } from '~~/shared/views/devices'
import { batchOutcome } from '~/words/outcome'
import { counted, paperIn, paperOf } from '~/words/count'
import { deviceObstacle } from '~/words/device'

const props = defineProps<{ batch: number; device: NonNullable<PanelView['device']> }>()
const emit = defineEmits<{ done: []; scanning: [is: boolean] }>()

const { data: batch, trouble, refresh } = useBatch(props.batch)
useLive(props.batch, refresh)
const { running, trouble: actionTrouble, run } = useAction()
const cancelling = ref(false)

const load = computed(() => batch.value?.loads.at(-1) ?? null)
const scanning = computed(() => load.value !== null && ['asked', 'scanning'].includes(load.value.state))
// Until the device was asked again after a scan, it still counts as busy with that.
const stale = ref(false)
watch(
  scanning,
  is => {
    stale.value = !is
    emit('scanning', is)
  },
  { immediate: true },
)
watch(
  () => props.device,
  () => (stale.value = false),
)
const paper = computed(() => paperOf(batch.value?.pages ?? []))
const receiving = computed(() => batch.value?.state === 'receiving')
const outcome = computed(() => batch.value && batchOutcome(batch.value))
const obstacle = computed(() => (stale.value ? 'One moment…' : deviceObstacle(props.device, batch.value?.source ?? 'feeder')))
/** A load that broke off most likely left paper behind. */
const brokeOff = computed(() => load.value?.state === 'failed' || load.value?.state === 'cancelled')
const glass = computed(() => batch.value?.source === 'glass')
/** Which side of a card is to be laid down next. */
const cardSide = computed(() =>
  batch.value?.card ? (batch.value.pages.length % 2 ? 'the back of the card' : 'the next card, its front up') : 'the next page',
)
const newest = computed(() => batch.value?.pages.filter(page => page.picture).slice(-4) ?? [])

const post = (what: string, body?: Record<string, unknown>) =>
  run(async () => {
    await ask(`/api/batches/${props.batch}/${what}`, { method: 'POST', body })
    await refresh()
  })
async function cancel(drop: boolean) {
  cancelling.value = false
  const first = batch.value?.loads.length === 1
  await post('cancel', { drop })
  if (drop && first) {
    await until(() => !scanning.value)
    await post('abandon')
    emit('done')
  }
}
async function until(ready: () => boolean) {
  while (!ready()) {
    await new Promise(resolve => setTimeout(resolve, 300))
    await refresh()
  }
}
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col px-10 py-6">
    <h2 class="font-serif text-3xl">{{ batch?.name }}</h2>
    <TroubleBand :words="trouble ?? actionTrouble ?? (scanning || receiving ? (load?.trouble ?? null) : null)" />
    <template v-if="batch && scanning">
      <div class="grid flex-1 grid-cols-2 items-center gap-8">
        <p role="status">
          <span class="block font-serif text-8xl leading-none">{{ paper.sides }}</span>
          <span class="text-2xl">{{ paper.sides === 1 ? 'side' : 'sides' }} on {{ counted(paper.sheets, 'sheet') }}</span>
          <span class="mt-3 block text-faded">{{
            load?.cancelAsked
              ? 'Stopping after the side that is under way.'
              : load?.state === 'asked'
                ? 'Asking the device for the first sheet.'
                : 'Each side is safe before the next is asked for.'
          }}</span>
        </p>
        <div class="flex h-56 items-end gap-3 overflow-hidden" aria-hidden="true">
          <img
            v-for="page in newest"
            :key="page.id"
            :src="`/api/pages/${page.id}/thumbnail?v=${page.picture}`"
            alt=""
            class="h-full border border-rule bg-white object-contain"
          />
        </div>
      </div>
      <div v-if="cancelling" class="flex flex-wrap items-center gap-4">
        <p class="text-xl">What becomes of the {{ counted(load?.sides ?? 0, 'side') }} of this load?</p>
        <button type="button" class="touch touch-act" :disabled="running" @click="cancel(false)">Keep them</button>
        <button type="button" class="touch" :disabled="running" @click="cancel(true)">Drop them</button>
        <button type="button" class="touch" @click="cancelling = false">Go on scanning</button>
      </div>
      <button v-else type="button" class="touch self-start" :disabled="running || load?.cancelAsked" @click="cancelling = true">
        <Square :size="22" aria-hidden="true" /> Cancel this load
      </button>
    </template>
    <template v-else-if="batch && receiving">
      <p class="mt-2 text-2xl" role="status">{{ paperIn(batch.pages) }} are in. {{ brokeOff ? 'Scan the rest?' : 'Is that all?' }}</p>
      <div class="mt-6 grid flex-1 grid-cols-2 gap-5">
        <button
          type="button"
          class="touch flex-col! text-2xl!"
          :class="{ 'touch-act': brokeOff }"
          :disabled="running || obstacle !== null"
          @click="post('loads', { device: device.id })"
        >
          <Plus :size="40" aria-hidden="true" /> {{ glass ? 'More to come: scan' : 'More to come: scan the next load' }}
          <span class="max-w-80 text-center text-base">{{
            obstacle ?? (glass ? `Lay ${cardSide} on the glass, then touch here.` : 'The paper in the feeder joins this batch.')
          }}</span>
        </button>
        <button
          type="button"
          class="touch flex-col! text-2xl!"
          :class="{ 'touch-act': !brokeOff }"
          :disabled="running || !batch.pages.length"
          @click="post('complete')"
        >
          <Layers :size="40" aria-hidden="true" /> That is all: complete
          <span class="max-w-80 text-center text-base"
            >The batch is sorted into documents now. Until one is confirmed you can still add paper.</span
          >
        </button>
      </div>
      <button type="button" class="touch mt-4 self-start" :disabled="running" @click="emit('done')">Later: leave it open</button>
    </template>
    <template v-else-if="batch && outcome">
      <div class="flex flex-1 flex-col justify-center" role="status">
        <p class="font-serif text-4xl">{{ outcome.title }}</p>
        <p class="mt-3 max-w-3xl text-xl text-faded">{{ outcome.words }}</p>
        <ul v-if="batch.filed.length" class="mt-4 space-y-1 text-lg">
          <li v-for="place in batch.filed.slice(0, 4)" :key="place">went to {{ place }}</li>
          <li v-if="batch.filed.length > 4" class="text-faded">and {{ batch.filed.length - 4 }} more</li>
        </ul>
      </div>
      <div class="flex gap-4">
        <button v-if="outcome.open" type="button" class="touch" :disabled="running" @click="post('reopen')">
          <Undo2 :size="24" aria-hidden="true" /> Not all yet: add paper
        </button>
        <button type="button" class="touch touch-act ml-auto min-w-48!" @click="emit('done')">
          <Check :size="26" aria-hidden="true" /> Done
        </button>
      </div>
    </template>
    <p v-else class="text-faded" role="status">One moment…</p>
  </div>
</template>
