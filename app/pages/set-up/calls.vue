<script setup lang="ts">
import type { Call, Operation } from '~/components/calls/callText'

/** What other programs may call, each to be tried with a token. */
useHead({ title: 'Calls · Rubricator' })
const { data, trouble } = useLoaded<{ paths: Record<string, Record<string, Operation>> }>('/api/v1/openapi.json')
const calls = computed(() =>
  Object.entries(data.value?.paths ?? {}).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, operation]): Call => ({ method, path, operation })),
  ),
)
const base = `${window.location.origin}/api/v1`
const token = ref('')
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <p class="max-w-3xl">
    A program shows a token that acts for one person and sees what that person sees; make one under
    <NuxtLink to="/set-up" class="link">Devices, folders, programs</NuxtLink>. What is tried here is done: a batch that is begun is there.
    <a class="link" href="/api/v1/openapi.json" target="_blank" rel="noopener">The whole description (OpenAPI 3.1)</a>
  </p>
  <label class="my-5 block max-w-xl"
    >Token to try them with<input v-model.trim="token" class="field numbers mt-1" type="password" autocomplete="off" maxlength="200"
  /></label>
  <TryCall v-for="call in calls" :key="`${call.method} ${call.path}`" :call="call" :base="base" :token="token" />
</template>
