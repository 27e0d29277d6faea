<script setup lang="ts">
import { Search } from '@lucide/vue'

/** What is looked for in a list, and which of its states: kept in the address by whoever uses it. */
const { text, state } = defineProps<{
  text: string
  state: string
  /** What is searched, for those who do not see the field's hint. */
  label: string
  states: readonly (readonly [string, string])[]
}>()
const emit = defineEmits<{ text: [string]; state: [string] }>()
const { typed, search } = useTypedSearch(
  () => text,
  words => emit('text', words),
  250,
)
</script>

<template>
  <div role="search" class="mb-4 flex flex-wrap items-center gap-x-5 gap-y-2">
    <label class="relative flex items-center"
      ><Search :size="17" class="absolute left-3 text-faded" aria-hidden="true" />
      <input
        v-model="typed"
        type="search"
        class="field w-80! pl-9!"
        :aria-label="label"
        :placeholder="label"
        maxlength="120"
        @input="search"
      />
    </label>
    <label class="flex items-center gap-2"
      ><span class="text-faded">State</span>
      <select class="field w-auto!" :value="state" @change="emit('state', ($event.target as HTMLSelectElement).value)">
        <option value="">any</option>
        <option v-for="[value, words] in states" :key="value" :value="value">{{ words }}</option>
      </select>
    </label>
    <slot />
  </div>
</template>
