<script setup lang="ts">
import type { OptionSchema } from '~~/shared/views/setUp'

/** One option of a connector, by its kind: text, number, yes or no, a choice, a list, or a group of these. */
const { label, about, schema, secret, kept, required, path, faults } = defineProps<{
  label: string
  about: string
  schema: OptionSchema
  secret?: boolean
  /** A secret that stands already; it is not shown. */
  kept?: boolean
  required?: boolean
  path: string
  faults: Readonly<Record<string, string>>
}>()
const value = defineModel<unknown>()
const id = useId()
/** Of a list, also what is wrong with one of its lines. */
const fault = computed(
  () => faults[path] ?? (schema.type === 'array' ? Object.entries(faults).find(([at]) => at.startsWith(`${path}.`))?.[1] : undefined),
)
const list = computed({
  get: () => ((value.value as string[] | undefined) ?? []).join('\n'),
  set: text =>
    (value.value = text
      .split('\n')
      .map(line => line.trim())
      .filter(Boolean)),
})
const text = computed({
  get: () => (value.value as string | number | undefined) ?? '',
  set: typed => (value.value = typed),
})
const part = (key: string) => (value.value as Record<string, unknown> | undefined)?.[key]
const setPart = (key: string, to: unknown) => (value.value = { ...(value.value as Record<string, unknown> | undefined), [key]: to })
const usual = computed(() => (typeof schema.default === 'string' && schema.default !== '' ? schema.default : undefined))
</script>

<template>
  <fieldset v-if="schema.type === 'object'" class="border-l-2 border-rule pl-5">
    <legend class="font-semibold">{{ label }}</legend>
    <p class="small mb-3 text-faded">{{ about }}.</p>
    <div class="grid gap-x-6 gap-y-4 sm:grid-cols-2">
      <OptionField
        v-for="(inner, key) in schema.properties"
        :key="key"
        :label="inner.title ?? String(key)"
        :about="inner.description ?? ''"
        :schema="inner"
        :required="required && (schema.required ?? []).includes(String(key))"
        :path="`${path}.${key}`"
        :faults="faults"
        :model-value="part(String(key))"
        @update:model-value="setPart(String(key), $event)"
      />
    </div>
  </fieldset>
  <div v-else>
    <label v-if="schema.type === 'boolean'" class="flex min-h-9 items-center gap-3">
      <input
        type="checkbox"
        class="size-5 accent-lapis"
        :checked="(value ?? schema.default) === true"
        :aria-describedby="`${id}-is`"
        @change="value = ($event.target as HTMLInputElement).checked"
      />
      {{ label }}
    </label>
    <label v-else :for="id">{{ label }}<span v-if="!required" class="small text-faded"> · if needed</span></label>
    <template v-if="schema.type !== 'boolean'">
      <select v-if="schema.enum" :id="id" v-model="text" class="field mt-1" :required="required" :aria-describedby="`${id}-is`">
        <option v-for="one in schema.enum" :key="one" :value="one">{{ one }}</option>
      </select>
      <textarea
        v-else-if="schema.type === 'array'"
        :id="id"
        v-model="list"
        class="field mt-1"
        :rows="Math.max(2, list.split('\n').length)"
        :aria-describedby="`${id}-is`"
      />
      <input
        v-else-if="schema.type === 'integer'"
        :id="id"
        v-model.number="text"
        class="field numbers mt-1"
        type="number"
        :required="required"
        :aria-describedby="`${id}-is`"
        :aria-invalid="fault ? true : undefined"
      />
      <textarea
        v-else-if="schema.lines"
        :id="id"
        v-model="text"
        class="field numbers mt-1"
        rows="3"
        spellcheck="false"
        autocomplete="off"
        :placeholder="kept ? 'kept; paste another to replace it' : usual"
        :required="required && !kept"
        :aria-describedby="`${id}-is`"
        :aria-invalid="fault ? true : undefined"
      />
      <input
        v-else
        :id="id"
        v-model="text"
        class="field mt-1"
        :type="secret ? 'password' : 'text'"
        :autocomplete="secret ? 'new-password' : 'off'"
        :placeholder="kept ? 'kept; type to replace it' : usual"
        :required="required && !kept"
        :aria-describedby="`${id}-is`"
        :aria-invalid="fault ? true : undefined"
      />
    </template>
    <p :id="`${id}-is`" class="small mt-1" :class="fault ? 'text-vermilion' : 'text-faded'">
      {{ fault ?? `${about}.${schema.type === 'array' ? ' One on each line.' : ''}` }}
    </p>
  </div>
</template>
