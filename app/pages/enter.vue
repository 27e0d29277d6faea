<script setup lang="ts">
// The documents of a rubric follow each other, whatever their batch.
const rubric = String(useRoute().query.rubric ?? '')
const { data: next, trouble } = useLoaded<{ id: number | null }>(`/api/documents/next?rubric=${encodeURIComponent(rubric)}`)
watch(next, found => found?.id && void navigateTo({ path: `/documents/${found.id}`, query: { queue: rubric } }, { replace: true }))
</script>

<template>
  <TroubleBand :words="trouble" />
  <div v-if="next && next.id === null" class="max-w-2xl py-10">
    <p class="initial font-serif text-3xl">No document of {{ rubric }} waits for you.</p>
    <p class="mt-4 text-lg text-faded">Those that are left are done, or somebody is at them.</p>
    <NuxtLink to="/" class="act mt-6">To the Desk</NuxtLink>
  </div>
  <p v-else-if="!trouble" class="text-faded" role="status">Looking for the next document…</p>
</template>
