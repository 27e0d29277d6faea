<script setup lang="ts">
import { useDraggable } from 'vue-draggable-plus'
import type { RawType } from '~/components/rules/useRubricText'

/** The types of a rubric, in their order: one is chosen, and they are sorted by dragging. */
const { types } = defineProps<{ types: readonly RawType[] }>()
const emit = defineEmits<{ add: []; order: [ids: string[]] }>()
const at = defineModel<number>({ required: true })
const list = useTemplateRef<HTMLElement>('list')
const order = computed({
  get: () => [...types],
  set: sorted =>
    emit(
      'order',
      sorted.map(one => one.id),
    ),
})
useDraggable(list, order, { draggable: '.type', animation: 120 })
</script>

<template>
  <div ref="list" class="mb-4 flex flex-wrap items-center gap-2" role="group" aria-label="Types of documents">
    <button
      v-for="(one, place) in types"
      :key="one.id"
      type="button"
      class="type"
      :class="place === at ? 'act min-h-9!' : 'act-quiet min-h-9!'"
      :aria-pressed="place === at"
      @click="at = place"
    >
      {{ one.label }}
    </button>
    <button type="button" class="link min-h-9" @click="emit('add')">Another type</button>
  </div>
</template>
