<script setup lang="ts">
/** `low` where the page below is a work surface that needs the height. */
withDefaults(defineProps<{ title: string; low?: boolean }>(), { low: false })
</script>

<template>
  <header
    class="flex flex-wrap items-end border-b border-rule"
    :class="low ? '-mt-6 mb-1 gap-x-6 gap-y-1 pb-1.5' : 'mb-6 gap-x-8 gap-y-3 pb-4'"
  >
    <div class="min-w-0">
      <slot name="above" />
      <h1 class="initial" :class="low ? 'text-[1.75rem] leading-tight' : 'text-[2.4rem]'">{{ title }}</h1>
    </div>
    <div class="ml-auto flex flex-wrap items-center gap-3">
      <slot />
    </div>
  </header>
</template>
