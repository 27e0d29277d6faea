<script setup lang="ts">
import type { CheckView } from '~~/shared/views/batches'
import { counted } from '~/words/count'

// The first document that still waits for whoever asks.
const id = Number(useRoute().params.id)
const { data: check, trouble } = useLoaded<CheckView>(`/api/batches/${id}/to-check`, { is: 'the page' })
watch(check, found => found?.id && void navigateTo(`/documents/${found.id}`, { replace: true }))
</script>

<template>
  <TroubleBand :words="trouble" />
  <div v-if="check && check.id === null" class="max-w-2xl py-10">
    <p class="initial font-serif text-3xl">
      {{ check.waiting ? `You entered the ${counted(check.waiting, 'document')} that wait.` : 'Nothing is left to check.' }}
    </p>
    <p class="mt-4 text-lg text-faded">
      {{ check.waiting ? 'Somebody else checks them.' : `“${check.name}” is “${check.state}” now.` }}
    </p>
    <NuxtLink to="/" class="act mt-6">To the Desk</NuxtLink>
  </div>
  <p v-else-if="!trouble" class="text-faded" role="status">Opening the first document…</p>
</template>
