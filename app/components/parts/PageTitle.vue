<script setup lang="ts">
defineProps<{ title: string }>()
</script>

<template>
  <header class="mb-6 flex flex-wrap items-end gap-x-8 gap-y-3 border-b border-rule pb-4">
    <div class="min-w-0">
      <slot name="above" />
      <h1 class="initial text-[2.4rem]">{{ title }}</h1>
    </div>
    <div class="ml-auto flex flex-wrap items-center gap-3">
      <slot />
    </div>
  </header>
</template>
