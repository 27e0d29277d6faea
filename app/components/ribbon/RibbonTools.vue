<script setup lang="ts">
import {
  ClipboardPaste,
  Copy,
  Heading,
  Merge,
  PanelTopClose,
  PanelTopOpen,
  Redo2,
  RotateCcw,
  RotateCw,
  ScanLine,
  Scissors,
  Undo2,
} from '@lucide/vue'
import type { Component } from 'vue'
import type { PageView } from '~~/shared/views/pages'
import { counted } from '~/words/count'
import type { useChosen } from './useChosen'
import type { useCorrections } from './useCorrections'

const props = defineProps<{ choice: ReturnType<typeof useChosen>; corrections: ReturnType<typeof useCorrections> }>()
const emit = defineEmits<{ rescan: [page: PageView] }>()

interface Tool {
  name: string
  keys: string
  icon: Component
  on: boolean
  /** Its picture says enough. */
  plain?: boolean
  act: () => unknown
}
const tools = computed((): Tool[] => {
  const { acts, clip } = props.corrections
  const page = props.choice.current.value
  const chosen = props.choice.chosen.value
  const can = props.corrections.can(page, chosen)
  return [
    { name: 'Start a document', keys: 'Enter', icon: Heading, on: can.start, act: () => page && acts.start(page) },
    { name: 'Join the one before', keys: 'Backspace', icon: Merge, on: can.join, act: () => page && acts.join(page) },
    can.back
      ? { name: 'Put back', keys: 'Insert', icon: PanelTopOpen, on: true, act: () => acts.back(chosen) }
      : { name: 'Set aside', keys: 'Delete', icon: PanelTopClose, on: can.aside, act: () => acts.aside(chosen) },
    { name: 'Turn left', keys: 'L', icon: RotateCcw, plain: true, on: can.turn, act: () => acts.turn(chosen, 270) },
    { name: 'Turn right', keys: 'R', icon: RotateCw, plain: true, on: can.turn, act: () => acts.turn(chosen, 90) },
    { name: 'Cut', keys: 'Ctrl X', icon: Scissors, on: can.take, act: () => acts.cut(chosen) },
    { name: 'Copy', keys: 'Ctrl C', icon: Copy, on: can.copy, act: () => acts.copy(chosen) },
    {
      name: clip.value ? `Put in ${counted(clip.value.pages.length, 'page')}` : 'Put in',
      keys: 'Ctrl V',
      icon: ClipboardPaste,
      on: can.put,
      act: () => acts.paste(page),
    },
    { name: 'Scan again', keys: 'S', icon: ScanLine, on: can.rescan, act: () => page && emit('rescan', page) },
    { name: 'Undo', keys: 'Ctrl Z', icon: Undo2, on: can.undo, act: acts.undo },
    { name: 'Redo', keys: 'Ctrl Y', icon: Redo2, on: can.redo, act: acts.redo },
  ]
})
const { values } = props.corrections
</script>

<template>
  <div role="toolbar" aria-label="Change the ribbon at the caret" class="flex flex-wrap items-center gap-x-0.5">
    <button
      v-for="tool in tools"
      :key="tool.name"
      type="button"
      :disabled="!tool.on"
      :title="`${tool.name} (${tool.keys})`"
      class="tool"
      @click="tool.act()"
    >
      <component :is="tool.icon" :size="16" aria-hidden="true" /><span :class="{ 'sr-only': tool.plain || !tool.on }">{{ tool.name }}</span>
      <kbd class="hidden 2xl:inline" :class="{ '2xl:hidden!': !tool.on }">{{ tool.keys }}</kbd>
    </button>
    <label
      class="small ml-auto flex items-center gap-1.5 text-faded"
      title="What becomes of the index values when a part of a document gets a beginning of its own"
      >Moved values
      <select v-model="values" class="rounded-xs border border-rule bg-white px-1 py-0.5">
        <option value="clear">cleared</option>
        <option value="keep">kept</option>
      </select>
    </label>
    <span class="small ml-2 text-ochre" role="status">{{ corrections.running.value ? 'Changing…' : '' }}</span>
  </div>
</template>
