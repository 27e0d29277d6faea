<script setup lang="ts">
defineProps<{ count: number }>()
const at = defineModel<number>({ required: true })
</script>

<template>
  <div class="mt-2 flex items-center gap-2" role="group" aria-label="Pages of this document">
    <button
      v-for="number in count" :key="number" type="button" class="numbers min-h-9 min-w-9 rounded-xs border"
      :class="number - 1 === at ? 'border-lapis bg-lapis text-white' : 'border-rule bg-leaf'"
      :aria-label="`Show page ${number}`" :aria-current="number - 1 === at || undefined" @click="at = number - 1"
    >{{ number }}</button>
    <slot />
  </div>
</template>
