<script setup lang="ts">
import { kindOf } from '~~/core/fields/kinds'
import type { Field } from '~~/core/rubric/field'

/** The control by which a field's kind is entered; that of a single line is the slot's. */
const props = defineProps<{ field: Field; wrong: boolean; waits: boolean }>()
const value = defineModel<string>({ required: true })
const emit = defineEmits<{ focus: [FocusEvent]; row: [number] }>()
const kind = computed(() => kindOf(props.field))
const modes = { text: 'text', date: 'text', number: 'decimal', email: 'email' } as const
const chosen = computed(() => value.value.split('\n').filter(Boolean))
const common = computed(() => ({
  id: `field-${props.field.id}`,
  'data-field': props.field.id,
  'aria-describedby': `hint-${props.field.id}`,
  'aria-invalid': props.wrong,
}))

function toggle(choice: string) {
  const now = new Set(chosen.value)
  if (!now.delete(choice)) now.add(choice)
  value.value = kind.value
    .choices(props.field)
    .filter(one => now.has(one))
    .join('\n')
}
</script>

<template>
  <select v-if="kind.control === 'list'" v-bind="common" v-model="value" class="field min-h-9! py-0.5!" @focus="emit('focus', $event)">
    <option value="">choose</option>
    <option v-for="choice in kind.choices(field)" :key="choice" :value="choice">{{ choice }}</option>
  </select>
  <div v-else-if="kind.control === 'boxes'" :id="common.id" class="flex flex-wrap gap-x-5" role="group" :aria-label="field.label">
    <label v-for="choice in kind.choices(field)" :key="choice" class="flex min-h-8 items-center gap-2">
      <input
        type="checkbox"
        class="size-4 accent-lapis"
        :checked="chosen.includes(choice)"
        :data-field="field.id"
        @focus="emit('focus', $event)"
        @change="toggle(choice)"
      />{{ choice }}
    </label>
  </div>
  <RowsControl
    v-else-if="kind.control === 'rows'"
    :id="common.id"
    v-model="value"
    :field="field"
    @focus="emit('focus', $event)"
    @row="emit('row', $event)"
  />
  <textarea
    v-else-if="kind.control === 'lines'"
    v-bind="common"
    v-model="value"
    rows="3"
    class="field py-1!"
    :class="{ 'border-ochre': waits }"
    @focus="emit('focus', $event)"
  />
  <slot v-else :common="common" :mode="modes[kind.keys]" />
</template>
