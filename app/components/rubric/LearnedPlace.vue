<script setup lang="ts">
import type { LearnedView } from '~~/shared/views/rubrics'
import { measuredWords } from '~/words/learned'
import type { LearnedThing } from './useLearnedOf'

/** Where people found a field's values on documents before, and how often the machine would be right there. */
const { place } = defineProps<{ place: LearnedView['places'][number] }>()
const emit = defineEmits<{ forget: [LearnedThing] }>()
const inches = (value: number) => value.toFixed(1)
</script>

<template>
  <p class="mt-3 border-l-4 px-4 py-2" :class="place.speaks ? 'border-verdigris' : 'border-rule'" data-learned>
    People mostly found it
    <template v-for="({ page, box }, at) in place.layouts" :key="at">
      <template v-if="at">, or </template>on page {{ page + 1 }} of the document, {{ inches(box.x) }} in from the left and
      {{ inches(box.y) }} in from the top</template
    >.
    <template v-if="place.layouts.length > 1">Which it is, the print about it tells.</template>
    {{ place.speaks ? 'The machine looks there first.' : 'The machine does not look there: it would be wrong too often.' }}
    <span class="small block text-faded">{{ measuredWords(place.measured) }}</span>
    <button type="button" class="link" @click="emit('forget', { what: 'place', type: place.type, field: place.field })">Forget this</button>
  </p>
</template>
