<script setup lang="ts">
import type { Word } from '~~/core/model/evidence'
import type { Field } from '~~/core/rubric/field'
import type { DocumentPage } from '~~/shared/views/documents'
import { useSuggestions, type Suggestion } from './useSuggestions'

/**
 * A line with what may be meant below it. What is typed stands until an arrow chooses something else: Headless UI's
 * combobox takes its first option on Enter and on Tab, so this list follows the ARIA pattern by itself.
 */
const props = defineProps<{ field: Field; document: DocumentPage; words: readonly Word[] }>()
defineOptions({ inheritAttrs: false })
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent]; record: [NonNullable<Suggestion['record']>] }>()

const { suggestions, ofTyped, close } = useSuggestions(
  () => props.document,
  () => props.field,
  () => props.words,
)
const at = ref(-1)
const listId = computed(() => `offered-${props.field.id}`)
watch(suggestions, () => (at.value = -1))

function take(one: Suggestion) {
  value.value = one.text
  if (one.record) emit('record', one.record)
  close()
}

function onKey(event: KeyboardEvent) {
  const { length } = suggestions.value
  if (!length) return
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    const step = event.key === 'ArrowDown' ? 1 : -1
    // One place more than there are: what was typed.
    at.value = ((at.value + 1 + step + length + 1) % (length + 1)) - 1
  } else if (event.key === 'Enter' && at.value >= 0) {
    take(suggestions.value[at.value]!)
    event.stopPropagation()
  } else if (event.key === 'Escape') close()
  else return
  event.preventDefault()
}
</script>

<template>
  <div class="relative" @focusout="close">
    <input
      v-bind="$attrs"
      :value="value"
      role="combobox"
      aria-autocomplete="list"
      :aria-expanded="suggestions.length > 0"
      :aria-controls="listId"
      :aria-activedescendant="at >= 0 ? `${listId}-${at}` : undefined"
      autocomplete="off"
      spellcheck="false"
      @input="((value = ($event.target as HTMLInputElement).value), ofTyped(value))"
      @focus="emit('focus', $event)"
      @keydown="onKey"
    />
    <ul
      v-if="suggestions.length"
      :id="listId"
      role="listbox"
      aria-label="What may be meant"
      class="absolute z-10 max-h-64 w-full overflow-y-auto border border-ink bg-leaf shadow-md"
    >
      <li
        v-for="(one, number) in suggestions"
        :id="`${listId}-${number}`"
        :key="`${one.from} ${one.text}`"
        role="option"
        :aria-selected="number === at"
        class="flex cursor-pointer items-baseline justify-between gap-3 px-2 py-1"
        :class="number === at ? 'bg-lapis-wash' : ''"
        @mousedown.prevent="take(one)"
      >
        <span class="numbers shrink-0">{{ one.text }}</span><span class="small truncate text-faded">{{ one.from }}</span>
      </li>
    </ul>
  </div>
</template>
