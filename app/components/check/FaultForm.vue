<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import type { Field } from '~~/core/rubric/field'
import { faultKinds, type FaultKind } from '~~/core/model/verdict'
import { faultWords } from '~/words/faults'

/** What is wrong with a document, at which value and where. */
const props = defineProps<{ fields: readonly Field[]; at: string | null; place: string; marked: boolean; running: boolean }>()
const emit = defineEmits<{ send: [fault: Record<string, unknown>]; unmark: []; close: [] }>()
const kind = ref<FaultKind>('value')
const field = ref(props.at ?? '')
const note = ref('')
const noteField = useTemplateRef<HTMLInputElement>('noteField')
onMounted(() => noteField.value?.focus())
const send = () =>
  emit('send', { kind: kind.value, note: note.value, ...(kind.value === 'value' && field.value ? { field: field.value } : {}) })
</script>

<template>
  <form @submit.prevent="send" @keydown.esc="emit('close')">
    <RadioGroup v-model="kind" class="mb-2">
      <RadioGroupLabel class="text-faded">What is wrong?</RadioGroupLabel>
      <RadioGroupOption
        v-for="one in faultKinds"
        :key="one"
        v-slot="{ checked }"
        :value="one"
        class="flex min-h-8 cursor-pointer items-center gap-2"
      >
        <span class="grid size-4 place-items-center rounded-full border border-ink" aria-hidden="true"
          ><span v-if="checked" class="size-2 rounded-full bg-lapis" /></span
        >{{ faultWords[one] }}
      </RadioGroupOption>
    </RadioGroup>
    <label v-if="kind === 'value'" class="mb-2 block text-sm"
      >Which value
      <select v-model="field" class="field min-h-9! py-0.5!">
        <option value="">several, or none in particular</option>
        <option v-for="one in fields" :key="one.id" :value="one.id">{{ one.label }}</option>
      </select></label
    >
    <label class="block text-sm"
      >A word about it <input ref="noteField" v-model="note" class="field min-h-9! py-0.5!" maxlength="500"
    /></label>
    <p class="small mt-2" role="status">
      {{ place }}
      <button v-if="marked" type="button" class="link" @click="emit('unmark')">Take the mark away</button>
      <span v-else class="text-faded">Drag over the page to mark the place.</span>
    </p>
    <p class="mt-2 flex gap-3">
      <button class="act" :disabled="running">Send it back</button>
      <button type="button" class="act-quiet" @click="emit('close')">Not wrong <kbd>Esc</kbd></button>
    </p>
  </form>
</template>
