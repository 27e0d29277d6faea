<script setup lang="ts">
import { Scale } from '@lucide/vue'
import type { BatchDetail } from '~~/shared/views/batches'

const props = defineProps<{ batch: BatchDetail }>()
const emit = defineEmits<{ show: [position: number]; expect: []; changed: [] }>()
const { running, trouble, run } = useAction()

const open = computed(() => props.batch.differences.filter(one => !props.batch.accepted.includes(one.words)))
const passed = computed(() => props.batch.differences.length - open.value.length)
const accept = () =>
  run(async () => {
    await ask(`/api/batches/${props.batch.id}/accept`, { method: 'POST' })
    emit('changed')
  })
</script>

<template>
  <section v-if="open.length" class="mb-4 border-l-4 border-ochre bg-ochre-wash px-5 py-3" aria-labelledby="difference-title">
    <h2 id="difference-title" class="flex items-center gap-2 text-xl"><Scale :size="20" aria-hidden="true" />Counted and found differ</h2>
    <ul class="mt-1 max-h-40 overflow-y-auto">
      <li v-for="one in open" :key="one.words">
        {{ one.words }}
        <button v-if="one.page !== null" type="button" class="link" @click="emit('show', one.page)">Show page {{ one.page }}</button>
      </li>
    </ul>
    <TroubleBand :words="trouble" />
    <p class="mt-2 flex flex-wrap gap-3">
      <button type="button" class="act-quiet bg-leaf!" @click="emit('expect')">The count was wrong</button
      ><button type="button" class="act-quiet bg-leaf!" :disabled="running" @click="accept">It is right as found: go on</button>
    </p>
  </section>
  <p v-else-if="passed" class="small mb-3 text-faded">{{ batch.acceptedBy }} let pass that counted and found differ.</p>
</template>
