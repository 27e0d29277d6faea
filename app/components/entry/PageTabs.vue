<script setup lang="ts">
defineProps<{ count: number }>()
const at = defineModel<number>({ required: true })

// Of a long document the page shown stays in sight.
const strip = useTemplateRef<HTMLElement>('strip')
watch(at, async () => {
  await nextTick()
  strip.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
})
</script>

<template>
  <div class="mt-2 flex min-w-0 flex-wrap items-center gap-2">
    <div ref="strip" class="flex max-w-full gap-2 overflow-x-auto p-0.5" role="group" aria-label="Pages of this document">
      <button
        v-for="number in count"
        :key="number"
        type="button"
        class="numbers min-h-9 min-w-9 shrink-0 rounded-xs border"
        :class="number - 1 === at ? 'border-lapis bg-lapis text-white' : 'border-rule bg-leaf'"
        :aria-label="`Show page ${number}`"
        :aria-current="number - 1 === at || undefined"
        @click="at = number - 1"
      >
        {{ number }}
      </button>
    </div>
    <slot />
  </div>
</template>
