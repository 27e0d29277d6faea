<script setup lang="ts">
import { ArrowLeft } from '@lucide/vue'

/** What a panel's place is called, with the way back to the rubrics. */
defineProps<{ title: string }>()
const emit = defineEmits<{ back: [] }>()
</script>

<template>
  <div class="mb-4 flex items-center gap-4">
    <button type="button" class="touch" aria-label="Back to the rubrics" @click="emit('back')">
      <ArrowLeft :size="26" aria-hidden="true" />
    </button>
    <h2 class="font-serif text-3xl">{{ title }}</h2>
  </div>
</template>
