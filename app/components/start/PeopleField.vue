<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { X } from '@lucide/vue'
import type { AddressView } from '~~/shared/views/people'

defineProps<{ label: string }>()
const people = defineModel<string[]>({ required: true })
const part = ref('')
const { data: found } = useLoaded<AddressView[]>(() => `/api/addresses?part=${encodeURIComponent(part.value)}`)
const isMail = computed(() => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(part.value.trim()))

function take(mail: string | null) {
  if (mail) people.value = [...new Set([...people.value, mail])]
  part.value = ''
}
</script>

<template>
  <Combobox :model-value="null" nullable @update:model-value="take">
    <ComboboxLabel>{{ label }}</ComboboxLabel>
    <div v-if="people.length" class="my-1 flex flex-wrap gap-2">
      <button
        v-for="mail in people"
        :key="mail"
        type="button"
        class="act-quiet"
        :aria-label="`Take ${mail} out`"
        @click="people = people.filter(one => one !== mail)"
      >
        {{ mail }} <X :size="16" aria-hidden="true" />
      </button>
    </div>
    <div class="relative">
      <ComboboxInput
        class="field"
        :display-value="() => part"
        placeholder="Find by name, or type an address"
        autocomplete="off"
        @change="part = $event.target.value"
      />
      <ComboboxOptions class="absolute z-10 mt-1 max-h-72 w-full overflow-y-auto border border-ink bg-leaf">
        <ComboboxOption v-if="isMail" v-slot="{ active }" :value="part.trim()" as="template"
          ><li class="px-3 py-2" :class="{ 'bg-lapis-wash': active }">{{ part.trim() }}, this once</li></ComboboxOption
        >
        <ComboboxOption v-for="one in found ?? []" :key="one.id" v-slot="{ active }" :value="one.mail" as="template"
          ><li class="flex justify-between gap-4 px-3 py-2" :class="{ 'bg-lapis-wash': active }">
            <span>{{ one.name }}</span><span class="text-faded">{{ one.mail }}</span>
          </li></ComboboxOption
        >
      </ComboboxOptions>
    </div>
  </Combobox>
</template>
