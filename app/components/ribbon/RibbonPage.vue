<script setup lang="ts">
import type { PageView } from '~~/core/model/views'

const props = defineProps<{ page: PageView, current: boolean, taken: boolean }>()
defineEmits<{ choose: [], open: [] }>()

const aside = computed(() => props.page.fate === 'blank' || props.page.fate === 'separator')
const words = computed(() => {
  const { page } = props
  if (page.fate === 'unreadable') return 'unreadable'
  if (props.taken) return 'to be moved'
  if (aside.value) return page.fate === 'blank' ? 'blank' : 'set aside'
  if (page.asks) return 'needs your eye'
  if (page.fate === 'held') return 'waits with it'
  return null
})
const height = 126
const width = computed(() => Math.round(height * (props.page.aspect ?? 0.707)))
</script>

<template>
  <button
    type="button"
    class="relative block shrink-0 rounded-xs text-left"
    :tabindex="current ? 0 : -1"
    :data-position="page.position"
    :data-fate="page.fate ?? 'undecided'"
    :aria-current="current || undefined"
    @click="$emit('choose')"
    @dblclick="$emit('open')"
  >
    <span v-if="current" class="absolute top-0 -left-[7px] h-[126px] w-[3px] bg-lapis" aria-hidden="true" />
    <span class="sr-only">Page {{ page.position }}, sheet {{ page.sheet }} {{ page.side }}{{ words ? `, ${words}` : '' }}{{ page.heading ? ', starts a document' : '' }}</span>
    <span
      class="block overflow-hidden border bg-white"
      :class="[
        current ? 'border-lapis ring-2 ring-lapis' : page.asks ? 'border-ochre ring-1 ring-ochre' : 'border-rule',
        page.heading ? 'border-t-4 border-t-vermilion' : '',
        taken ? 'border-dashed opacity-45' : '',
      ]"
      :style="{ width: aside ? '3rem' : `${width}px`, height: `${height}px` }"
    >
      <img v-if="page.picture" :src="`/api/pages/${page.id}/thumbnail?v=${page.picture}`" alt="" loading="lazy" class="h-full w-full" :class="aside ? 'object-cover object-left opacity-50' : 'object-contain'">
      <span v-else class="grid h-full place-items-center text-sm text-faded" aria-hidden="true">{{ page.examined ? 'no picture' : 'just in' }}</span>
    </span>
    <span class="mt-0.5 flex justify-between gap-1 text-xs text-faded" aria-hidden="true">
      <span class="numbers">{{ page.sheet }}{{ page.side === 'front' ? 'f' : 'b' }}</span>
      <span v-if="words" :class="page.fate === 'held' || page.fate === 'unreadable' ? 'text-ochre font-semibold' : ''">{{ words }}</span>
    </span>
  </button>
</template>
