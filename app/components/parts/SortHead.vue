<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue'

/** The head of a column by which a list can be sorted. */
const { by, now } = defineProps<{
  /** The orders that pressing it goes through, each with its direction. */
  by: readonly (readonly [string, 'ascending' | 'descending'])[]
  now: string
}>()
const emit = defineEmits<{ sort: [string] }>()
const at = computed(() => by.findIndex(([order]) => order === now))
const direction = computed(() => by[at.value]?.[1])
</script>

<template>
  <th class="font-normal" :aria-sort="direction ?? 'none'">
    <button
      type="button"
      class="flex min-h-9 items-center gap-1.5 text-lapis hover:underline"
      @click="emit('sort', by[(at + 1) % by.length]![0])"
    >
      <slot />
      <ArrowUp v-if="direction === 'ascending'" :size="14" aria-hidden="true" />
      <ArrowDown v-else-if="direction === 'descending'" :size="14" aria-hidden="true" />
    </button>
  </th>
</template>
