<script setup lang="ts">
import { CircleAlert } from '@lucide/vue'

defineProps<{ words: string | null }>()
</script>

<template>
  <p v-if="words" role="alert" class="my-4 flex items-start gap-3 border-2 border-vermilion bg-leaf px-4 py-3 text-ink">
    <CircleAlert :size="22" class="mt-0.5 shrink-0" aria-hidden="true" />
    <span class="sr-only">Error: </span>{{ words }}
    <slot />
  </p>
</template>
