<script setup lang="ts">
import type { DeviceChoice } from '~~/shared/views/devices'
import type { DocumentPage } from '~~/shared/views/documents'
import { deviceObstacle, deviceState } from '~/words/device'

/** More pages for a document: a finished one is opened for them, and sent again as its next edition once it is confirmed. */
const props = defineProps<{ document: DocumentPage }>()
const emit = defineEmits<{ changed: [] }>()

const open = computed(() => props.document.state === 'open')
const { data: devices, refresh } = useLoaded<DeviceChoice[]>('/api/devices')
useIntervalFn(() => open.value && void refresh(), 3000)
const { running, trouble, run } = useAction()
const code = ref('')
const amend = () =>
  run(async () => {
    await ask(`/api/documents/${props.document.id}/amend`, { method: 'POST', body: props.document.needsCode ? { code: code.value } : {} })
    emit('changed')
  })
const scan = (device: string) =>
  run(async () => {
    await ask(`/api/batches/${props.document.batch}/loads`, { method: 'POST', body: { device, joins: props.document.id } })
    emit('changed')
  })
</script>

<template>
  <section aria-labelledby="add-title">
    <h2 id="add-title" class="mb-1 text-xl">Add pages</h2>
    <TroubleBand :words="trouble" />
    <template v-if="open">
      <ul class="space-y-2">
        <li v-for="one in devices ?? []" :key="one.id" class="flex flex-wrap items-center gap-3">
          <button
            type="button"
            class="act-quiet min-h-9!"
            :disabled="running || deviceObstacle(one, 'feeder') !== null"
            @click="scan(one.id)"
          >
            Scan on {{ one.name }}</button
          ><span class="small text-faded">{{ deviceState(one.status) }}</span>
        </li>
      </ul>
      <FileDrop class="mt-3" :batch="document.batch" :joins="document.id" />
    </template>
    <template v-else>
      <p class="small mb-2 text-faded">
        It is opened for more pages. Once it is confirmed again, its files are made anew and sent as edition {{ document.edition + 1 }};
        what was sent stays where it is.
      </p>
      <CodeAgain v-if="document.needsCode" v-model="code" class="mb-2" />
      <button type="button" class="act-quiet" :disabled="running" @click="amend">Open it for more pages</button>
    </template>
  </section>
</template>
