<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'

// The first document that waits for whoever asks; where all others are theirs, one of these, which says whose it is.
const id = Number(useRoute().params.id)
const { data: batch, trouble } = useLoaded<BatchDetail>(`/api/batches/${id}`, { is: 'the page' })
const { data: next, trouble: unknown } = useLoaded<{ id: number | null }>(`/api/documents/next?batch=${id}`)
watch([batch, next], ([found, first]) => {
  if (!found || !first) return
  const open = first.id ?? found.documents.find(document => document.state === 'open' && document.filled)?.id
  void navigateTo(open ? `/documents/${open}` : `/batches/${id}`, { replace: true })
})
</script>

<template>
  <TroubleBand :words="trouble ?? unknown" />
  <p v-if="!trouble && !unknown" class="text-faded" role="status">Opening the first document…</p>
</template>
