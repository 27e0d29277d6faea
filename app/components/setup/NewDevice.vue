<script setup lang="ts">
import { inFours } from '~/words/digest'
import { saidTime } from '~/words/time'

const emit = defineEmits<{ added: [] }>()
const device = reactive({ name: '', address: '' })
const found = shallowRef<{ name: string; address: string }[] | null>(null)
const answered = ref<string | null>(null)
const { running, trouble, run } = useAction()
const looking = ref(false)

const look = async () => {
  looking.value = true
  found.value = await ask<{ name: string; address: string }[]>('/api/devices/found').catch(() => [])
  looking.value = false
}
interface Shown {
  fingerprint: string
  name: string
  until: string
}
/** A certificate for which nobody vouches: a person compares it once. */
const shown = shallowRef<Shown | null>(null)
watch(
  () => device.address,
  () => (shown.value = null),
)
const add = () =>
  run(async () => {
    const body = { ...device, certificate: shown.value?.fingerprint ?? null }
    const { model } = await ask<{ model: string }>('/api/devices', { method: 'POST', body }).catch((error: unknown) => {
      shown.value = (error as { data?: { data?: { certificate?: Shown } } }).data?.data?.certificate ?? null
      throw error
    })
    answered.value = `${device.name} answers; it calls itself “${model}”.`
    Object.assign(device, { name: '', address: '' })
    emit('added')
  })
</script>

<template>
  <form class="border border-rule bg-leaf px-6 py-5" @submit.prevent="add">
    <h3 class="mb-3 text-xl">Add a device</h3>
    <p v-if="answered" class="mb-3 text-verdigris" role="status">{{ answered }}</p>
    <TroubleBand :words="trouble" />
    <div class="mb-4 flex flex-wrap items-center gap-3">
      <button type="button" class="act-quiet" :disabled="looking" @click="look">
        {{ looking ? 'Looking on the network…' : 'Look on the network' }}
      </button>
      <button v-for="one in found ?? []" :key="one.address" type="button" class="link min-h-11" @click="Object.assign(device, one)">
        {{ one.name }}
      </button>
      <span v-if="found && !found.length" class="small text-faded"
        >None told of itself. Type its address; its own settings page shows it.</span
      >
    </div>
    <label class="mb-3 block"
      >What people call it<input v-model="device.name" class="field mt-1" placeholder="Quay device" required maxlength="80"
    /></label>
    <label class="mb-4 block"
      >Address<input v-model="device.address" class="field numbers mt-1" type="url" placeholder="http://192.0.2.7/eSCL" required
    /></label>
    <div v-if="shown" class="mb-4 border-l-4 border-ochre bg-ochre-wash px-4 py-3">
      <p>
        The certificate of “{{ shown.name }}” holds until {{ saidTime(shown.until) }}. Compare its SHA-256 with the one on the device’s own
        security page:
      </p>
      <p class="numbers mt-1 break-all">{{ inFours(shown.fingerprint) }}</p>
    </div>
    <button class="act" :disabled="running">
      {{ running ? 'Asking the device…' : shown ? 'It is the same: add it' : 'Add it when it answers' }}
    </button>
  </form>
</template>
