<script setup lang="ts">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import type { BatchRow } from '~~/shared/views/batches'
import { counted } from '~/words/count'

/** Choosing one of all batches that one may see, found by their name or rubric. */
const props = withDefaults(defineProps<{ /** Offered before anything is typed. */ batches: readonly BatchRow[]; label?: string }>(), {
  label: 'Sample batch',
})
const sample = defineModel<number | null>({ required: true })

const typed = ref('')
const found = shallowRef<readonly BatchRow[] | null>(null)
const offered = computed(() => found.value ?? props.batches)
const known = computed(() => new Map([...props.batches, ...(found.value ?? [])].map(batch => [batch.id, batch])))
const said = (batch: BatchRow) => `${batch.name} (${counted(batch.sides, 'side')})`
const name = (id: unknown) => {
  const batch = typeof id === 'number' ? known.value.get(id) : undefined
  return batch ? said(batch) : ''
}
watchDebounced(
  typed,
  async text => {
    found.value =
      text.trim() === ''
        ? null
        : await ask<BatchRow[]>('/api/batches', { query: { text: text.trim() } }).then(
            all => all.filter(one => one.sides > 0),
            () => null,
          )
  },
  { debounce: 150 },
)
</script>

<template>
  <Combobox v-slot="{ open }" v-model="sample" as="div" class="relative" nullable>
    <ComboboxLabel>{{ label }}</ComboboxLabel>
    <div class="relative mt-1">
      <ComboboxInput
        class="field pr-12!"
        autocomplete="off"
        placeholder="none: type a batch's name"
        :display-value="name"
        @change="typed = ($event.target as HTMLInputElement).value"
      />
      <ComboboxButton class="absolute inset-y-0 right-0 grid w-11 place-items-center" aria-label="Show batches"
        ><ChevronDown :size="20" aria-hidden="true"
      /></ComboboxButton>
    </div>
    <ComboboxOptions
      v-if="open"
      static
      class="absolute z-10 mt-1 max-h-80 w-full overflow-y-auto border border-ink bg-white py-1 shadow-lg"
    >
      <ComboboxOption v-for="batch in offered" :key="batch.id" v-slot="{ active, selected }" :value="batch.id" as="template">
        <li class="cursor-pointer px-3 py-2" :class="{ 'bg-lapis text-white': active, 'font-semibold': selected }">
          {{ said(batch) }}<span class="small block" :class="active ? 'text-white' : 'text-faded'">{{ batch.rubric }}</span>
        </li>
      </ComboboxOption>
      <li v-if="!offered.length" class="px-3 py-2 text-faded" role="option" aria-disabled="true" aria-selected="false">
        No batch of that name.
      </li>
    </ComboboxOptions>
  </Combobox>
</template>
