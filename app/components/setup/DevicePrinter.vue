<script setup lang="ts">
import type { DeviceDetail } from '~~/shared/views/devices'

/** Where a device prints: asked before it is kept. */
const props = defineProps<{ device: DeviceDetail }>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const address = ref(props.device.printer ?? '')
const says = ref<string | null>(null)
const save = (printer: string | null) =>
  run(async () => {
    says.value = (await ask<{ says: string | null }>(`/api/devices/${props.device.id}/printer`, { method: 'PUT', body: { printer } })).says
    address.value = printer ?? ''
    emit('changed')
  })
</script>

<template>
  <h2 class="mt-8 mb-2 text-2xl">Its printer</h2>
  <p class="text-faded">
    {{ device.printer ? 'People print here what waits for them.' : 'People cannot print here what waits for them.' }}
  </p>
  <TroubleBand :words="trouble" />
  <form class="mt-3" @submit.prevent="save(address)">
    <label class="block"
      >Address<input v-model="address" class="field numbers mt-1" placeholder="ipp://192.0.2.7/ipp/print" required maxlength="300"
    /></label>
    <p v-if="says" class="small mt-1 text-verdigris" role="status">{{ says }}</p>
    <p class="mt-3 flex gap-3">
      <button class="act-quiet" :disabled="running">Ask it, and keep it</button>
      <button v-if="device.printer" type="button" class="act-quiet" :disabled="running" @click="save(null)">It prints no more</button>
    </p>
  </form>
</template>
