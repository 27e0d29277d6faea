<script setup lang="ts">
import { isDoubtful, readOnPage } from '~~/core/fields/doubt'
import { expectedOf, shownValue } from '~~/core/fields/fieldValue'
import type { Word } from '~~/core/model/evidence'
import type { Candidate, FieldValue } from '~~/core/model/ledger'
import type { Field } from '~~/core/rubric/field'
import type { DocumentPage } from '~~/shared/views/documents'
import { entryOrigins } from '~/words/origins'
import { enteredForm } from './enteredForm'
import type { Suggestion } from './useSuggestions'

const props = defineProps<{
  field: Field
  found: FieldValue | null
  /** What the machine found and did not take. */
  candidates: readonly Candidate[]
  changed: boolean
  needed: boolean
  fault: string | null
  document: DocumentPage
  /** Of the page that is shown. */
  words: readonly Word[]
  /** The cursor is in it. */
  focused: boolean
  /** A person looked it over. */
  seen: boolean
}>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent]; row: [number]; record: [NonNullable<Suggestion['record']>] }>()

const origin = computed(() => {
  if (props.changed || !props.found) return null
  const { from, confidence, repaired } = props.found
  const words = entryOrigins[from]
  const sureness = readOnPage.has(from) ? `, ${Math.round(confidence * 100)} % sure` : ''
  return { words: `${words}${sureness}${repaired ? `; it reads ${repaired}` : ''}`, doubtful: isDoubtful(props.found) }
})
const waits = computed(() => hint.value.tone === 'text-ochre')
/** What the document before has here, where this one has something else. */
const before = computed(() => {
  const kept = props.field.unique ? undefined : props.document.before[props.field.id]
  const form = kept === undefined ? '' : enteredForm(props.field, kept)
  return form === value.value ? '' : form
})
const shownBefore = computed(() => shownValue(props.field, props.document.before[props.field.id] ?? ''))
/** What two people keyed, where they differ. */
const keyed = computed(() => {
  const both = props.document.keyed.map(values => values[props.field.id] ?? '')
  return new Set(both).size > 1 ? both : []
})
const offered = computed(() => (value.value.trim() === '' ? props.candidates : []))
const hint = computed(() => {
  if (props.fault) return { words: props.fault.replace(`${props.field.label}: `, ''), tone: 'text-ink font-semibold' }
  if (origin.value)
    return {
      words: origin.value.doubtful && !props.seen ? `${origin.value.words}: compare it` : origin.value.words,
      tone: origin.value.doubtful && !props.seen ? 'text-ochre' : 'text-faded',
    }
  if (value.value.trim() === '' && props.needed) return { words: `needed: ${expectedOf(props.field)}`, tone: 'text-ochre' }
  if (offered.value.length) return { words: 'found, and not taken', tone: 'text-ochre' }
  if (props.field.help) return { words: props.field.help, tone: 'text-faded' }
  const plain = ['text', 'long-text', 'choices', 'table'].includes(props.field.kind)
  return { words: plain ? '' : expectedOf(props.field), tone: 'text-faded' }
})
</script>

<template>
  <div class="mb-2 leading-snug">
    <label :for="`field-${field.id}`" class="flex items-baseline justify-between gap-3">
      <span class="shrink-0">{{ field.label }}<span v-if="needed" class="text-faded"> *</span></span>
      <span :id="`hint-${field.id}`" class="small text-right" :class="hint.tone">{{ hint.words }}</span>
    </label>
    <FieldControl
      v-slot="{ common, mode }"
      v-model="value"
      :field="field"
      :wrong="fault !== null"
      :waits="waits"
      @focus="emit('focus', $event)"
      @row="emit('row', $event)"
    >
      <SuggestInput
        v-bind="common"
        v-model="value"
        :field="field"
        :document="document"
        :words="words"
        class="field min-h-9! py-0.5!"
        :class="{ numbers: field.kind !== 'text' || field.pattern, 'border-ochre': waits }"
        :inputmode="mode"
        :placeholder="field.example"
        @focus="emit('focus', $event)"
        @record="emit('record', $event)"
      />
    </FieldControl>
    <p v-if="focused && before" class="small mt-0.5 flex justify-end gap-2 text-faded">
      <button type="button" class="link truncate" tabindex="-1" @click="value = before">as in the last document: {{ shownBefore }}</button>
      <kbd>Alt L</kbd>
    </p>
    <ul v-if="keyed.length" class="mt-0.5" :aria-label="`What was keyed for ${field.label}`">
      <li v-for="(one, at) in keyed" :key="at" class="small flex items-baseline gap-2 border-l-4 border-ochre bg-ochre-wash px-2">
        <button type="button" class="link numbers min-h-7 shrink-0" @click="value = enteredForm(field, one)">
          {{ shownValue(field, one) || 'nothing' }}
        </button>
        <span>keyed {{ at === 0 ? 'first' : 'second' }}</span>
      </li>
    </ul>
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
