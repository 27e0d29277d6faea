<script setup lang="ts">
/** How far something is that a worker does, and the button that stops it. */
defineProps<{ done: number; of: number; label: string }>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="flex items-center gap-4" role="status">
    <span class="whitespace-nowrap">{{ of ? `Step ${done} of ${of}` : 'Waiting for a worker…' }}</span>
    <progress class="h-2 flex-1" :value="done" :max="Math.max(1, of)" :aria-label="label" />
    <button type="button" class="act-quiet min-h-9!" @click="$emit('stop')">Stop</button>
  </div>
</template>
