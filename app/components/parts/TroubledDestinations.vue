<script setup lang="ts">
import type { TroubledDestination } from '~~/shared/views/slips'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

/** Where deliveries do not arrive, why, and one button for all that share the cause. */
const { failedOnly } = defineProps<{
  /** Without those that go on by themselves. */
  failedOnly?: boolean
}>()
const emit = defineEmits<{ changed: [] }>()
const { data, refresh } = useLoaded<TroubledDestination[]>('/api/slips/troubled')
useLive(null, refresh)
const shown = computed(() => (data.value ?? []).filter(one => one.failed || !failedOnly))
const { running, trouble, run } = useAction()
const again = (destination: string) =>
  run(async () => {
    await ask('/api/slips/retry', { method: 'POST', body: { destination } })
    await refresh()
    emit('changed')
  })
</script>

<template>
  <TroubleBand :words="trouble" />
  <ul v-if="shown.length" class="mb-5 max-w-5xl" aria-label="Where deliveries do not arrive">
    <li
      v-for="one in shown"
      :key="one.destination"
      class="mb-2 flex flex-wrap items-center gap-4 border-l-4 border-ochre bg-ochre-wash px-5 py-2"
    >
      <div class="min-w-0 flex-1">
        <p class="font-serif text-lg">
          {{ one.name }}: <template v-if="one.failed">{{ counted(one.failed, 'delivery', 'deliveries') }} did not arrive</template
          ><template v-if="one.failed && one.waiting">, </template
          ><template v-if="one.waiting"
            >{{ one.waiting }} {{ one.waiting === 1 ? 'goes' : 'go' }} on by {{ one.waiting === 1 ? 'itself' : 'themselves' }}</template
          >
        </p>
        <p>{{ one.trouble }}</p>
        <p v-if="one.since" class="small text-faded">
          Nothing arrives there since {{ saidTime(one.since) }}; it is tried once a minute, and the rest follows.
        </p>
      </div>
      <button v-if="one.failed" type="button" class="act-quiet" :disabled="running" @click="again(one.destination)">
        Try {{ one.failed === 1 ? 'it' : `all ${one.failed}` }} again
      </button>
    </li>
  </ul>
</template>
