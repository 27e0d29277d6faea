<script setup lang="ts">
import type { ConnectorView, DestinationChoice, DestinationView } from '~~/shared/views/setUp'
import { counted } from '~/words/count'

/** A destination as a line, opened into its options. */
const { row, connectors } = defineProps<{ row: DestinationChoice; connectors: readonly ConnectorView[] }>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const shown = shallowRef<DestinationView | null>(null)
const answer = ref<string | null>(null)
const at = `/api/destinations/${row.id}`
const connector = computed(() => connectors.find(one => one.name === row.connector))
const uses = computed(() => {
  const { rubrics = [], slips = 0 } = shown.value?.uses ?? {}
  return [rubrics.length ? `used by ${rubrics.join(', ')}` : 'used by no rubric', slips ? counted(slips, 'slip') : 'nothing sent yet'].join(
    ' · ',
  )
})

const open = () =>
  run(async () => {
    shown.value = shown.value ? null : await ask<DestinationView>(at)
    answer.value = null
  })
const tryIt = () =>
  run(async () => {
    answer.value = null
    answer.value = (await ask<{ answer: string }>(`${at}/check`, { method: 'POST' })).answer
  })
const remove = () =>
  run(async () => {
    await ask(at, { method: 'DELETE' })
    emit('changed')
  })
const saved = async () => {
  shown.value = null
  emit('changed')
  await tryIt()
}
</script>

<template>
  <li class="border-b border-rule py-3">
    <div class="flex items-baseline gap-4">
      <span class="min-w-0 font-serif text-xl">{{ row.name }}</span>
      <span class="text-faded">{{ row.kind }}</span>
      <span class="numbers ml-auto whitespace-nowrap text-faded">{{ row.id }}</span>
      <button type="button" class="link min-h-9" :disabled="running" :aria-label="`Try it: ${row.name}`" @click="tryIt">Try it</button>
      <button
        type="button"
        class="link min-h-9"
        :disabled="running"
        :aria-expanded="shown !== null"
        :aria-label="`${shown ? 'Close' : 'Change'} ${row.name}`"
        @click="open"
      >
        {{ shown ? 'Close' : 'Change' }}
      </button>
    </div>
    <p v-if="answer" class="small mt-1 text-verdigris" role="status">{{ answer }}</p>
    <TroubleBand :words="trouble" />
    <div v-if="shown && connector" class="mt-3 border border-rule bg-leaf px-6 py-5">
      <DestinationForm :connector="connector" :destination="shown" @saved="saved" @leave="shown = null" />
      <p class="small mt-6 flex items-baseline gap-4 border-t border-rule pt-4 text-faded">
        {{ uses }}<button type="button" class="link ml-auto text-base" :disabled="running" @click="remove">Remove it</button>
      </p>
    </div>
  </li>
</template>
