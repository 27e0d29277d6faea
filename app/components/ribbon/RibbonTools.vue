<script setup lang="ts">
import { ClipboardPaste, Heading, Merge, PanelTopClose, PanelTopOpen, Redo2, RotateCcw, RotateCw, ScanLine, Scissors, Undo2 } from '@lucide/vue'
import type { PageView } from '~~/core/model/views'
import { counted } from '~/words/count'
import type { useCorrections } from './useCorrections'

const props = defineProps<{ page: PageView | null, corrections: ReturnType<typeof useCorrections> }>()
const emit = defineEmits<{ rescan: [page: PageView] }>()

const can = computed(() => props.corrections.can(props.page))
const tools = computed(() => {
  const { acts, cut } = props.corrections
  const page = props.page
  const at = (act: (page: PageView) => unknown) => () => page && act(page)
  return [
    { name: 'Start a document here', keys: 'Enter', icon: Heading, on: can.value.start, act: at(acts.start) },
    { name: 'Join the one before', keys: 'Backspace', icon: Merge, on: can.value.join, act: at(acts.join) },
    can.value.back
      ? { name: 'Put back', keys: 'Insert', icon: PanelTopOpen, on: true, act: at(acts.back) }
      : { name: 'Set aside', keys: 'Delete', icon: PanelTopClose, on: can.value.aside, act: at(acts.aside) },
    { name: 'Turn left', keys: 'L', icon: RotateCcw, on: can.value.turn, act: at(one => acts.turn(one, 270)) },
    { name: 'Turn right', keys: 'R', icon: RotateCw, on: can.value.turn, act: at(one => acts.turn(one, 90)) },
    { name: 'Take out to move', keys: 'Ctrl X', icon: Scissors, on: can.value.take, act: at(acts.take) },
    { name: cut.value.length ? `Put ${counted(cut.value.length, 'page')} here` : 'Put in here', keys: 'Ctrl V', icon: ClipboardPaste, on: can.value.put, act: at(acts.put) },
    { name: 'Scan again', keys: 'S', icon: ScanLine, on: can.value.rescan, act: at(one => emit('rescan', one)) },
    { name: 'Undo', keys: 'Ctrl Z', icon: Undo2, on: can.value.undo, act: acts.undo },
    { name: 'Redo', keys: 'Ctrl Y', icon: Redo2, on: can.value.redo, act: acts.redo },
  ]
})
</script>

<template>
  <div role="toolbar" aria-label="Change the ribbon at the caret" class="sticky top-0 z-[5] -mx-2 mb-4 flex flex-wrap items-center gap-1 border-b border-rule bg-ground px-2 py-2">
    <button
      v-for="tool in tools" :key="tool.name" type="button" :disabled="!tool.on" :title="`${tool.name} (${tool.keys})`"
      class="flex min-h-11 items-center gap-2 rounded-xs border border-transparent px-2.5 text-sm text-lapis enabled:hover:border-lapis disabled:text-faded disabled:opacity-60" @click="tool.act()"
    >
      <component :is="tool.icon" :size="17" aria-hidden="true" />{{ tool.name }} <kbd>{{ tool.keys }}</kbd>
    </button>
  </div>
</template>
