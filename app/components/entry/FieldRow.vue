<script setup lang="ts">
import { expectedOf } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { FieldValue } from '~~/core/model/ledger'
import type { Field } from '~~/core/model/field'

const props = defineProps<{ field: Field; found: FieldValue | null; changed: boolean; fault: string | null }>()
const value = defineModel<string>({ required: true })
defineEmits<{ focus: [] }>()

const sure = 0.8
const origin = computed(() => {
  if (props.changed || !props.found) return null
  const { from, confidence } = props.found
  if (from === 'barcode') return { words: 'from the barcode', doubtful: false }
  if (from === 'text') return { words: `read on the page, ${Math.round(confidence * 100)} % sure`, doubtful: confidence < sure }
  if (from === 'person') return { words: 'entered before', doubtful: false }
  if (from === 'lookup') return { words: 'looked up', doubtful: false }
  return { words: "the rubric's usual value", doubtful: false }
})
const hint = computed(() => {
  if (props.fault) return { words: props.fault, tone: 'text-ink font-semibold' }
  if (origin.value)
    return {
      words: origin.value.doubtful ? `${origin.value.words}: compare it` : origin.value.words,
      tone: origin.value.doubtful ? 'text-ochre' : 'text-faded',
    }
  if (value.value.trim() === '' && props.field.required) return { words: `needed: ${expectedOf(props.field)}`, tone: 'text-ochre' }
  return { words: props.field.kind === 'text' ? '' : expectedOf(props.field), tone: 'text-faded' }
})
const kind = computed(() => kindOf(props.field))
const modes = { text: 'text', date: 'text', number: 'decimal', email: 'email' } as const
</script>

<template>
  <div class="mb-0.5 leading-tight">
    <label :for="`field-${field.id}`" class="flex items-baseline justify-between gap-3">
      <span>{{ field.label }}<span v-if="field.required" class="text-faded"> *</span></span>
      <span :id="`hint-${field.id}`" class="small text-right" :class="hint.tone">{{ hint.words }}</span>
    </label>
    <select
      v-if="kind.control === 'list'"
      :id="`field-${field.id}`"
      v-model="value"
      class="field min-h-9! py-0.5!"
      :data-field="field.id"
      :aria-describedby="`hint-${field.id}`"
      :aria-invalid="fault !== null"
      @focus="$emit('focus')"
    >
      <option value="">choose</option>
      <option v-for="choice in kind.choices(field)" :key="choice" :value="choice">{{ choice }}</option>
    </select>
    <input
      v-else
      :id="`field-${field.id}`"
      v-model="value"
      class="field min-h-9! py-0.5!"
      :class="{ numbers: field.kind !== 'text' || field.pattern, 'border-ochre': hint.tone === 'text-ochre' }"
      :inputmode="modes[kind.keys]"
      autocomplete="off"
      spellcheck="false"
      :data-field="field.id"
      :aria-describedby="`hint-${field.id}`"
      :aria-invalid="fault !== null"
      @focus="$emit('focus')"
    />
  </div>
</template>
