<script setup lang="ts">
import { Check } from '@lucide/vue'
import { idFor } from '~~/core/name/identity'
import type { SetupState } from '~~/shared/views/setUp'

definePageMeta({ layout: 'plain' })
useHead({ title: 'Welcome · Rubricator' })

const me = useMe()
const { data: setup, trouble, refresh } = useLoaded<SetupState>('/api/setup')
const { running, trouble: stepTrouble, run } = useAction()
const steward = reactive({ name: '', password: '' })
const device = reactive({ name: '', address: '' })
const destination = reactive({ name: '', path: '' })
const answered = ref<string | null>(null)

const steps = computed(() => [
  { key: 'people', title: 'The first steward', done: setup.value?.people ?? false },
  { key: 'devices', title: 'A device', done: setup.value?.devices ?? false },
  { key: 'destinations', title: 'A destination', done: setup.value?.destinations ?? false },
  { key: 'rubrics', title: 'A rubric', done: setup.value?.rubrics ?? false },
])
const current = computed(() => steps.value.find(step => !step.done)?.key ?? 'ready')

const addSteward = () =>
  run(async () => {
    await me.begin(steward.name, steward.password)
    await refresh()
  })
const addDevice = () =>
  run(async () => {
    const { model } = await ask<{ model: string }>('/api/devices', { method: 'POST', body: { ...device } })
    answered.value = `${device.name} answers; it calls itself “${model}”.`
    await refresh()
  })
const addDestination = () =>
  run(async () => {
    await ask('/api/destinations', {
      method: 'POST',
      body: {
        id: idFor(destination.name, [], 'records'),
        name: destination.name,
        connector: 'network-folder',
        options: { path: destination.path },
      },
    })
    answered.value = null
    await refresh()
  })
</script>

<template>
  <div class="mx-auto grid min-h-screen max-w-5xl content-center gap-x-16 gap-y-8 px-10 py-10 md:grid-cols-[18rem_1fr]">
    <div>
      <h1 class="initial text-6xl">Rubricator</h1>
      <p class="mt-4 font-serif text-xl text-faded">This copy is empty. Four things, and the first stack can be scanned.</p>
      <ol class="mt-8 space-y-3">
        <li
          v-for="(step, at) in steps"
          :key="step.key"
          class="flex items-baseline gap-3"
          :aria-current="step.key === current ? 'step' : undefined"
          :class="step.key === current ? 'text-ink font-semibold' : step.done ? 'text-verdigris' : 'text-faded'"
        >
          <Check v-if="step.done" :size="16" aria-label="done" /><span v-else class="numbers w-4 text-center">{{ at + 1 }}</span
          >{{ step.title }}
        </li>
      </ol>
    </div>
    <div class="border border-rule bg-leaf px-9 py-8">
      <TroubleBand :words="trouble ?? stepTrouble" />
      <form v-if="current === 'people'" @submit.prevent="addSteward">
        <h2 class="mb-2 text-3xl">Who keeps this copy?</h2>
        <p class="mb-5 text-faded">The first steward may do everything: rubrics, devices, destinations, people, and a clerk's work too.</p>
        <label class="mb-4 block">Name<input v-model="steward.name" class="field mt-1" autocomplete="username" required autofocus /></label>
        <label class="mb-6 block"
          >Password, at least 12 characters<input
            v-model="steward.password"
            class="field mt-1"
            type="password"
            minlength="12"
            autocomplete="new-password"
            required
        /></label>
        <button class="act w-full justify-center" :disabled="running">Begin</button>
      </form>
      <p v-else-if="!me.person" class="font-serif text-xl">
        Sign in as a steward to go on. <NuxtLink to="/sign-in?to=/welcome" class="link">Sign in</NuxtLink>
      </p>
      <form v-else-if="current === 'devices'" @submit.prevent="addDevice">
        <h2 class="mb-2 text-3xl">Which device scans?</h2>
        <p class="mb-5 text-faded">
          Any scanner or multifunction device that scans without a driver (eSCL). Its own settings page shows the address, most often
          http://, its name, /eSCL.
        </p>
        <label class="mb-4 block"
          >What people call it<input v-model="device.name" class="field mt-1" placeholder="Office device" required autofocus
        /></label>
        <label class="mb-6 block"
          >Address<input v-model="device.address" class="field numbers mt-1" type="url" placeholder="http://192.0.2.7/eSCL" required
        /></label>
        <button class="act w-full justify-center" :disabled="running">
          {{ running ? 'Asking the device…' : 'Add it when it answers' }}
        </button>
      </form>
      <form v-else-if="current === 'destinations'" @submit.prevent="addDestination">
        <p v-if="answered" class="mb-4 text-verdigris" role="status">{{ answered }}</p>
        <h2 class="mb-2 text-3xl">Where are documents filed?</h2>
        <p class="mb-5 text-faded">
          A folder on this machine, or a share that is mounted here. Files arrive there with their index values beside them.
        </p>
        <label class="mb-4 block"
          >What people call it<input v-model="destination.name" class="field mt-1" placeholder="Records office" required autofocus
        /></label>
        <label class="mb-6 block"
          >Folder<input v-model="destination.path" class="field numbers mt-1" placeholder="/srv/records" required
        /></label>
        <button class="act w-full justify-center" :disabled="running">Add it when it is there</button>
      </form>
      <div v-else-if="current === 'rubrics'">
        <h2 class="mb-2 text-3xl">What is done with the paper?</h2>
        <p class="mb-6 text-faded">
          A rubric says how one kind of paper is scanned, split, indexed, made into files and sent. The first one is written for you: change
          its name and what you like, and save it.
        </p>
        <NuxtLink to="/rubrics/new" class="act">Open the first rubric</NuxtLink>
      </div>
      <div v-else-if="setup">
        <h2 class="mb-4 text-3xl">All is set up.</h2>
        <NuxtLink to="/" class="act">To the Desk</NuxtLink>
      </div>
    </div>
  </div>
</template>
