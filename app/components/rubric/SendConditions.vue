<script setup lang="ts">
import { shownValue } from '~~/core/fields/fieldValue'
import type { Field } from '~~/core/rubric/field'

/** When a document goes to a destination, as sentences: each of them must hold. */
const when = defineModel<{ field: string; is: string[] }[]>({ required: true })
const { fields, to } = defineProps<{ fields: readonly Pick<Field, 'id' | 'label' | 'kind' | 'choices'>[]; to: string }>()
const fieldOf = (id: string) => fields.find(field => field.id === id)
/** What can be chosen; null where it is typed. */
const choicesOf = (id: string) => {
  const field = fieldOf(id)
  if (field?.kind === 'yes-no') return ['yes', 'no']
  return field?.choices?.length ? field.choices : null
}
const shown = (id: string, value: string) => {
  const field = fieldOf(id)
  return field ? shownValue(field as Field, value) : value
}
const change = (at: number, to: { field: string; is: string[] } | null) =>
  (when.value = when.value.flatMap((one, place) => (place === at ? (to ? [to] : []) : [one])))
const first = (id: string) => ({ field: id, is: [choicesOf(id)?.[0] ?? ''] })
/** What a condition begins with: a field that has choices, where there is one. */
const usual = computed(() => fields.find(field => choicesOf(field.id)) ?? fields[0]!)
const toggle = (at: number, value: string, on: boolean) => {
  const { field, is } = when.value[at]!
  const next = on ? [...is, value] : is.filter(one => one !== value)
  if (next.length) change(at, { field, is: next })
}
const typed = (at: number, text: string) => {
  const is = text
    .split(',')
    .map(part => part.trim())
    .filter(Boolean)
  if (is.length) change(at, { field: when.value[at]!.field, is })
}
</script>

<template>
  <ul v-if="when.length" class="mt-1 space-y-1">
    <li v-for="(one, at) in when" :key="at" class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span>{{ at ? 'and' : 'Only' }} when</span>
      <select
        class="word"
        :value="one.field"
        :aria-label="`${to}: the field of condition ${at + 1}`"
        @change="change(at, first(($event.target as HTMLSelectElement).value))"
      >
        <option v-if="!fieldOf(one.field)" :value="one.field">{{ one.field }}</option>
        <option v-for="field in fields" :key="field.id" :value="field.id">{{ field.label }}</option>
      </select>
      <span>is</span>
      <template v-if="choicesOf(one.field)">
        <label v-for="value in choicesOf(one.field)!" :key="value" class="flex min-h-9 items-center gap-1.5"
          ><input
            type="checkbox"
            class="size-4 accent-lapis"
            :checked="one.is.includes(value)"
            @change="toggle(at, value, ($event.target as HTMLInputElement).checked)"
          />{{ shown(one.field, value) }}</label
        >
      </template>
      <input
        v-else
        v-typed="one.is.join(', ')"
        class="field numbers w-60!"
        :aria-label="`${to}: what ${fieldOf(one.field)?.label ?? one.field} is`"
        placeholder="values, with commas"
        @change="typed(at, ($event.target as HTMLInputElement).value)"
      />
      <button type="button" class="link min-h-9" :aria-label="`${to}: take away condition ${at + 1}`" @click="change(at, null)">
        Take away
      </button>
    </li>
  </ul>
  <button v-if="fields.length" type="button" class="link mt-1 min-h-9" @click="when = [...when, first(usual.id)]">
    {{ when.length ? 'And only when …' : 'Only when …' }}
  </button>
</template>
