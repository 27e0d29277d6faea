<script setup lang="ts" generic="T extends string | number | boolean">
/** A word of a sentence that is one of a few. */
const {
  options,
  label,
  after = '',
} = defineProps<{
  options: readonly (readonly [T, string])[]
  label: string
  /** What follows without a break, such as the sentence's full stop. */
  after?: string
}>()
const value = defineModel<T>({ required: true })
const at = computed({
  get: () => options.findIndex(([one]) => one === value.value),
  set: place => (value.value = options[place]![0]),
})
</script>

<template>
  <span class="whitespace-nowrap"
    ><select v-model="at" class="word max-w-[70vw]" :aria-label="label">
      <option v-for="([one, words], place) in options" :key="String(one)" :value="place">{{ words }}</option></select
    >{{ after }}</span
  >
</template>
