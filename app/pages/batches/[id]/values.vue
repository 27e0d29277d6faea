<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'

// The first document that still waits for its values.
const id = Number(useRoute().params.id)
const { data: batch, trouble } = useLoaded<BatchDetail>(`/api/batches/${id}`, { is: 'the page' })
watch(batch, found => {
  const open = found?.documents.find(document => document.state === 'open' && document.filled)
  if (found) void navigateTo(open ? `/documents/${open.id}` : `/batches/${id}`, { replace: true })
})
</script>

<template>
  <TroubleBand :words="trouble" />
  <p v-if="!trouble" class="text-faded" role="status">Opening the first document…</p>
</template>
