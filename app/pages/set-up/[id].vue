<script setup lang="ts">
import type { DeviceDetail } from '~~/shared/views/devices'
import { deviceState } from '~/words/device'
import { inFours } from '~/words/digest'
import { saidTime } from '~/words/time'

const id = String(useRoute().params.id)
const { data: device, trouble, refresh } = useLoaded<DeviceDetail>(`/api/devices/${id}`, { is: 'the page' })
useHead({ title: () => `${device.value?.name ?? 'Device'} · Rubricator` })
useIntervalFn(() => void refresh(), 4000)
const { running, trouble: actionTrouble, run } = useAction()
const code = ref<string | null>(null)
const picture = ref<string | null>(null)

const facts = computed(() => {
  const can = device.value?.capabilities
  if (!can) return []
  return [
    ['Calls itself', can.model],
    [
      'Takes paper from',
      [can.feeder && (can.duplex ? 'the feeder, both sides' : 'the feeder, one side'), can.glass && 'the glass']
        .filter(Boolean)
        .join(' and '),
    ],
    ['Colour', can.colourModes.map(mode => ({ mono: 'black and white', grey: 'grey', colour: 'colour' })[mode] ?? mode).join(', ')],
    ['Resolutions', `${can.resolutions.join(', ')} dpi`],
  ]
})
const pair = () =>
  run(async () => {
    code.value = (await ask<{ code: string }>(`/api/panels/${id}`, { method: 'POST' })).code
  })
const unpair = () =>
  run(async () => {
    await ask(`/api/panels/${id}`, { method: 'DELETE' })
    code.value = null
    await refresh()
  })
const remove = () =>
  run(async () => {
    await ask(`/api/devices/${id}`, { method: 'DELETE' })
    await navigateTo('/set-up')
  })
const test = (source: 'feeder' | 'glass') =>
  run(async () => {
    const blob = await ask<Blob>(`/api/devices/${id}/test`, { method: 'POST', body: { source } })
    if (picture.value) URL.revokeObjectURL(picture.value)
    picture.value = URL.createObjectURL(blob)
    await refresh()
  })
</script>

<template>
  <TroubleBand :words="trouble ?? actionTrouble ?? device?.trouble ?? null" />
  <template v-if="device">
    <PageTitle :title="device.name">
      <template #above
        ><p class="small flex gap-4 text-faded">
          <NuxtLink to="/set-up" class="link">Set-up</NuxtLink><span>{{ deviceState(device.status) }}</span>
        </p></template
      >
    </PageTitle>
    <div v-if="device.trouble" class="mb-8 max-w-2xl">
      <h2 class="mb-2 text-2xl">What to check</h2>
      <ol class="list-decimal space-y-1 pl-6">
        <li>Is it switched on, and awake? Touch its screen.</li>
        <li>Is its network cable in, or its wireless on? Its own network page shows an address.</li>
        <li>Is that address still <span class="numbers">{{ device.address }}</span>? If not, add it again under the same name.</li>
        <li>Is driverless scanning (eSCL) switched on in its own settings?</li>
      </ol>
    </div>
    <div class="grid max-w-6xl items-start gap-x-14 gap-y-8 lg:grid-cols-2">
      <section>
        <h2 class="mb-2 text-2xl">The device</h2>
        <dl class="grid grid-cols-[9rem_1fr] gap-y-1.5">
          <dt class="text-faded">Address</dt>
          <dd class="numbers">{{ device.address }}</dd>
          <template v-if="device.certificate"
            ><dt class="text-faded">Certificate</dt>
            <dd class="numbers break-all">{{ inFours(device.certificate) }}</dd></template
          >
          <template v-for="[name, value] in facts" :key="name"
            ><dt class="text-faded">{{ name }}</dt>
            <dd>{{ value }}</dd></template
          >
        </dl>
        <h2 class="mt-8 mb-2 text-2xl">Its panel</h2>
        <p class="text-faded">
          {{ device.panel ? `Paired ${saidTime(device.panel)}.` : 'No screen is paired with it yet.' }} Open
          <span class="numbers">/panel</span> in the browser of the device's screen and type the code there.
        </p>
        <p v-if="code" class="my-3 font-mono text-4xl tracking-[0.2em]" role="status">
          {{ code }}<span class="ml-4 font-sans text-base tracking-normal text-faded">holds for a quarter of an hour</span>
        </p>
        <div class="mt-3 flex gap-3">
          <button type="button" class="act-quiet" :disabled="running" @click="pair">
            {{ device.panel ? 'New code: pair another screen' : 'Make a code' }}
          </button>
          <button v-if="device.panel" type="button" class="act-quiet" :disabled="running" @click="unpair">Unpair</button>
        </div>
        <DevicePrinter :device="device" @changed="refresh" />
        <h2 class="mt-8 mb-2 text-2xl">When it is gone</h2>
        <p class="text-faded">What was scanned on it keeps its name.</p>
        <button type="button" class="act-quiet mt-3" :disabled="running" @click="remove">Remove this device</button>
      </section>
      <section>
        <h2 class="mb-2 text-2xl">Test scan</h2>
        <p class="text-faded">One side, small, kept nowhere.</p>
        <div class="mt-3 flex gap-3">
          <button v-if="device.capabilities?.feeder" type="button" class="act-quiet" :disabled="running" @click="test('feeder')">
            {{ running ? 'Scanning…' : 'From the feeder' }}
          </button>
          <button v-if="device.capabilities?.glass" type="button" class="act-quiet" :disabled="running" @click="test('glass')">
            From the glass
          </button>
        </div>
        <img v-if="picture" :src="picture" alt="The side that was scanned" class="mt-4 max-h-[28rem] border border-rule" />
      </section>
    </div>
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Asking the device…</p>
</template>
