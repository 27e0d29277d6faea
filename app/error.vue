<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is not there, or went wrong before a page could say so, with the way back. */
const { error } = defineProps<{ error: NuxtError }>()
const missing = computed(() => error.status === 404)
useHead({ title: () => `${missing.value ? 'Not there' : 'Something failed'} · Rubricator` })
</script>

<template>
  <main class="grid min-h-screen place-items-center px-8">
    <div class="max-w-xl">
      <h1 class="initial text-5xl">{{ missing ? 'There is nothing here.' : 'Something failed.' }}</h1>
      <p class="mt-5 text-lg text-faded">
        {{
          missing
            ? 'The address may be mistyped, or what it leads to is somebody else’s or was removed. Nothing that was scanned is lost.'
            : 'It was not your doing, and nothing that was saved is lost. Try again; if it fails again, tell a steward what you did.'
        }}
      </p>
      <p class="mt-8 flex gap-3">
        <button type="button" class="act" @click="clearError({ redirect: '/' })">To the Desk</button>
        <button v-if="!missing" type="button" class="act-quiet" @click="clearError()">Try again</button>
      </p>
    </div>
  </main>
</template>
