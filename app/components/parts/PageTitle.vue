<script setup lang="ts">
/** `low` where the page below is a work surface that needs the height: what stands above the title takes the whole width. */
withDefaults(defineProps<{ title: string; low?: boolean }>(), { low: false })
</script>

<template>
  <header v-if="low" class="-mt-6 mb-1 border-b border-rule pb-1">
    <slot name="above" />
    <div class="flex flex-wrap items-center gap-x-6 gap-y-1">
      <h1 class="initial min-w-0 text-[1.75rem] leading-tight">{{ title }}</h1>
      <div class="ml-auto flex flex-wrap items-center gap-3 [&>*]:min-h-9!"><slot /></div>
    </div>
  </header>
  <header v-else class="mb-6 flex flex-wrap items-end gap-x-8 gap-y-3 border-b border-rule pb-4">
    <div class="min-w-0">
      <slot name="above" />
      <h1 class="initial text-[2.4rem]">{{ title }}</h1>
    </div>
    <div class="ml-auto flex flex-wrap items-center gap-3"><slot /></div>
  </header>
</template>
