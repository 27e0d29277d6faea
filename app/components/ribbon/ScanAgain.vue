<script setup lang="ts">
import type { DeviceChoice } from '~~/shared/views/devices'
import { deviceObstacle, deviceState } from '~/words/device'

/** The page that is bad; null while the dialog is closed. */
const props = defineProps<{ page: { id: number; batch: number; position: number; source: 'feeder' | 'glass' } | null }>()
const emit = defineEmits<{ close: []; begun: [] }>()

const { data: devices, refresh } = useLoaded<DeviceChoice[]>('/api/devices')
const { running, trouble, run } = useAction()
useIntervalFn(() => props.page && void refresh(), 2500)

const scan = (device: string) =>
  run(async () => {
    await ask(`/api/batches/${props.page!.batch}/loads`, { method: 'POST', body: { device, replaces: props.page!.id } })
    emit('begun')
  })
</script>

<template>
  <DialogFrame :open="page !== null" :title="`Scan page ${page?.position} again`" @close="emit('close')">
    <template v-if="page">
      <p class="mt-2 text-faded">
        {{ page.source === 'glass' ? 'Lay this page on the glass' : 'Put this one sheet in the feeder, the side in question up' }}. The new
        side takes the place of the old one, which stays on record, set aside.
      </p>
      <TroubleBand :words="trouble" />
      <ul class="mt-4 space-y-2">
        <li v-for="one in devices ?? []" :key="one.id" class="flex items-center gap-4">
          <button type="button" class="act" :disabled="running || deviceObstacle(one, page.source) !== null" @click="scan(one.id)">
            Scan on {{ one.name }}
          </button>
          <span class="small text-faded">{{ deviceState(one.status) }}</span>
        </li>
      </ul>
      <button type="button" class="act-quiet mt-5" @click="emit('close')">Leave it as it is <kbd>Esc</kbd></button>
    </template>
  </DialogFrame>
</template>
