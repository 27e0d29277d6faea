<script setup lang="ts">
import type { SetupState } from '~~/shared/views/setUp'

const me = useMe()
const { data: setup } = useLoaded<SetupState>('/api/setup')
const missing = computed(() => {
  const found = setup.value
  if (!found || (found.devices && found.destinations && found.rubrics)) return null
  return [!found.devices && 'a device', !found.destinations && 'a destination', !found.rubrics && 'a rubric'].filter(Boolean).join(' and ')
})
const steward = computed(() => me.person?.roles.includes('steward'))
</script>

<template>
  <p v-if="missing" class="mb-8 flex max-w-5xl items-center gap-6 border border-rule bg-leaf px-6 py-4 font-serif text-xl">
    <span class="min-w-0 flex-1">Before paper can be scanned, {{ missing }} must be set up.{{ steward ? '' : ' Ask a steward.' }}</span>
    <NuxtLink v-if="steward" to="/welcome" class="act font-sans text-base">Set it up</NuxtLink>
  </p>
</template>
