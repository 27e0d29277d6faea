<script setup lang="ts">
import type { SlipRow } from '~~/shared/views/slips'
import { saidTime } from '~/words/time'

const props = defineProps<{ slip: SlipRow }>()
const { running, trouble, run } = useAction()
const tried = computed(() => (props.slip.attempts === 1 ? 'once' : `${props.slip.attempts} times`))
const waits = computed(() => {
  const { waitsForBatch, notBefore } = props.slip
  if (waitsForBatch) return 'Goes once its whole batch is made.'
  return notBefore ? `Goes ${saidTime(notBefore)}.` : 'On its way.'
})
const again = () => run(() => ask(`/api/slips/${props.slip.id}/retry`, { method: 'POST' }))
</script>

<template>
  <div class="border-b border-rule py-2" :data-slip="slip.state">
    <p class="flex items-baseline justify-between gap-3">
      <NuxtLink :to="`/slips/${slip.id}`" class="link" :aria-label="`Slip: ${slip.title} at ${slip.destination}`">{{
        slip.destination
      }}</NuxtLink
      ><StateMark :state="slip.state" />
    </p>
    <template v-if="slip.state === 'delivered'">
      <p class="numbers mt-1 text-sm break-all">{{ slip.place }}</p>
      <p class="small text-faded">
        {{ slip.deliveredAt ? saidTime(slip.deliveredAt) : '' }} · {{ slip.answer }}
        <template v-if="slip.heldAt">Held there as it was, {{ saidTime(slip.heldAt) }}.</template>
      </p>
      <p v-if="slip.sha256" class="small text-faded">SHA-256 <span class="numbers break-all">{{ slip.sha256 }}</span></p>
    </template>
    <template v-else>
      <p v-if="slip.trouble" class="mt-1">{{ slip.trouble }}</p>
      <p class="small text-faded">
        {{
          slip.attempts === 0
            ? waits
            : `Tried ${tried}; ${slip.state === 'failed' ? 'nothing tries again by itself' : 'tries again by itself'}.`
        }}
      </p>
      <TroubleBand :words="trouble" />
      <button v-if="slip.state === 'failed'" type="button" class="act-quiet mt-2" :disabled="running" @click="again">Try again</button>
    </template>
  </div>
</template>
