<script setup lang="ts">
import { expectedOf, shownValue } from '~~/core/fields/fieldValue'
import type { Candidate, FieldValue } from '~~/core/model/ledger'
import type { Field } from '~~/core/model/field'
import { entryOrigins, readOnPage } from '~/words/origins'
import { enteredForm } from './enteredForm'

const props = defineProps<{
  field: Field
  found: FieldValue | null
  /** What the machine found and did not take. */
  candidates: readonly Candidate[]
  changed: boolean
  needed: boolean
  fault: string | null
}>()
const value = defineModel<string>({ required: true })
defineEmits<{ focus: [FocusEvent] }>()

const sure = 0.8
const origin = computed(() => {
  if (props.changed || !props.found) return null
  const { from, confidence, repaired } = props.found
  const words = entryOrigins[from]
  const doubtful = readOnPage.has(from) && confidence < sure
  const sureness = readOnPage.has(from) ? `, ${Math.round(confidence * 100)} % sure` : ''
  return { words: `${words}${sureness}${repaired ? `; it reads ${repaired}` : ''}`, doubtful: doubtful || repaired !== undefined }
})
const offered = computed(() => (value.value.trim() === '' ? props.candidates : []))
const hint = computed(() => {
  if (props.fault) return { words: props.fault, tone: 'text-ink font-semibold' }
  if (origin.value)
    return {
      words: origin.value.doubtful ? `${origin.value.words}: compare it` : origin.value.words,
      tone: origin.value.doubtful ? 'text-ochre' : 'text-faded',
    }
  if (value.value.trim() === '' && props.needed) return { words: `needed: ${expectedOf(props.field)}`, tone: 'text-ochre' }
  if (offered.value.length) return { words: 'found, and not taken', tone: 'text-ochre' }
  if (props.field.help) return { words: props.field.help, tone: 'text-faded' }
  const plain = ['text', 'long-text', 'choices', 'table'].includes(props.field.kind)
  return { words: plain ? '' : expectedOf(props.field), tone: 'text-faded' }
})
</script>

<template>
  <div class="mb-2.5 leading-snug">
    <label :for="`field-${field.id}`" class="flex items-baseline justify-between gap-3">
      <span class="shrink-0">{{ field.label }}<span v-if="needed" class="text-faded"> *</span></span>
      <span :id="`hint-${field.id}`" class="small text-right" :class="hint.tone">{{ hint.words }}</span>
    </label>
    <FieldControl
      v-model="value"
      :field="field"
      :wrong="fault !== null"
      :waits="hint.tone === 'text-ochre'"
      @focus="$emit('focus', $event)"
    />
    <ul v-if="offered.length" class="mt-0.5" :aria-label="`Found for ${field.label}, and not taken`">
      <li v-for="one in offered" :key="one.value" class="small flex items-baseline gap-2 border-l-4 border-ochre bg-ochre-wash px-2">
        <button type="button" class="link numbers min-h-7 shrink-0" @click="value = enteredForm(field, one.value)">
          {{ shownValue(field, one.value) }}
        </button>
        <span>{{ one.why }}</span>
      </li>
    </ul>
  </div>
</template>
