<script setup lang="ts">
import type { PageView } from '~~/core/model/views'

defineProps<{ page: PageView | null }>()
</script>

<template>
  <section aria-labelledby="note-title" aria-live="polite">
    <h2 id="note-title" class="text-xl">Margin note</h2>
    <template v-if="page">
      <p class="small text-faded">Sheet {{ page.sheet }}, {{ page.side }} · page {{ page.position }} of the batch</p>
      <p class="mt-1 border-l-2 border-ink pl-3 font-serif text-lg leading-snug italic">{{ page.why ?? (page.examined ? 'Examined; sorted with the batch when its paper is complete.' : 'Safely stored; being examined.') }}</p>
    </template>
    <p v-else class="text-faded">Choose a page to see why it is where it is.</p>
  </section>
</template>
