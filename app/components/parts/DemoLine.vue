<script setup lang="ts">
/** How much of the demo's week is there already. */
const { data: demo, refresh } = useLoaded<{ done: number; of: number }>('/api/demo')
const filling = computed(() => demo.value !== null && demo.value.done < demo.value.of)
useIntervalFn(() => filling.value && void refresh(), 5000)
</script>

<template>
  <div v-if="demo && filling" class="mb-8 flex max-w-5xl items-center gap-5 border border-rule bg-leaf px-6 py-2.5" role="status">
    <p class="whitespace-nowrap text-faded">
      The demo’s week is being filled with work: {{ demo.done }} of {{ demo.of }} batches are there.
    </p>
    <progress class="h-2 w-full accent-verdigris" :value="demo.done" :max="demo.of" aria-label="The demo’s week" />
  </div>
</template>
