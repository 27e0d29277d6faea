<script setup lang="ts">
import type { DeviceChoice } from '~~/shared/views/devices'
import { deviceState } from '~/words/device'

useHead({ title: 'Set-up · Rubricator' })
const { data: devices, trouble, refresh } = useLoaded<DeviceChoice[]>('/api/devices', { kept: true })
useIntervalFn(() => void refresh(), 4000)
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <div class="grid max-w-6xl items-start gap-x-14 gap-y-10 lg:grid-cols-2">
    <section aria-labelledby="devices-title">
      <h2 id="devices-title" class="mb-2 text-2xl">Devices</h2>
      <ul>
        <li v-for="one in devices ?? []" :key="one.id" class="flex items-baseline gap-4 border-b border-rule py-3">
          <NuxtLink :to="`/set-up/${one.id}`" class="link font-serif text-xl">{{ one.name }}</NuxtLink>
          <span class="ml-auto" :class="one.status && !one.status.fault ? 'text-faded' : 'text-ochre'">{{ deviceState(one.status) }}</span>
        </li>
      </ul>
      <p v-if="devices && !devices.length" class="py-3 text-faded">No device is set up yet. Add the first one below.</p>
      <NewDevice class="mt-6" @added="refresh" />
    </section>
    <WatchedFolders />
    <AccessTokens />
    <ToldPrograms />
  </div>
</template>
