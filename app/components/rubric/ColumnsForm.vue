<script setup lang="ts">
import type { RawField } from '~/components/rules/useRubricText'
import { kindWords } from '~/words/rubric'

type RawColumn = NonNullable<RawField['columns']>[number]

/** The columns of a table's rows: what each is called and takes. */
const { columns } = defineProps<{ columns: readonly RawColumn[] }>()
const emit = defineEmits<{ change: [RawColumn[]] }>()
const kinds = Object.entries(kindWords).filter(([kind]) => kind !== 'table')
const typed = (event: Event) => (event.target as HTMLInputElement).value
const put = (at: number, more: Partial<RawColumn>) =>
  emit(
    'change',
    columns.map((one, place) => (place === at ? { ...one, ...more } : one)),
  )
function add() {
  const taken = new Set(columns.map(column => column.id))
  let number = columns.length + 1
  while (taken.has(`column${number}`)) number++
  emit('change', [...columns, { id: `column${number}`, label: `Column ${number}` }])
}
</script>

<template>
  <fieldset class="col-span-full">
    <legend>Its columns</legend>
    <div v-for="(column, at) in columns" :key="column.id" class="mt-1 grid grid-cols-[1fr_13rem_auto_auto] items-center gap-3">
      <input
        v-typed="column.label"
        class="field"
        :aria-label="`Column ${at + 1}: what it is called`"
        @change="put(at, { label: typed($event) })"
      />
      <select
        class="field"
        :value="column.kind ?? 'text'"
        :aria-label="`Column ${at + 1}: it takes`"
        @change="put(at, { kind: typed($event) as RawColumn['kind'] })"
      >
        <option v-for="[kind, words] in kinds" :key="kind" :value="kind">{{ words }}</option>
      </select>
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-lapis"
          :checked="column.required === true"
          @change="put(at, { required: ($event.target as HTMLInputElement).checked || undefined })"
        />
        needed</label
      >
      <button
        type="button"
        class="link"
        :aria-label="`Take out column ${at + 1}`"
        @click="
          emit(
            'change',
            columns.filter((_, place) => place !== at),
          )
        "
      >
        take out
      </button>
    </div>
    <button type="button" class="link mt-2" @click="add">Add a column</button>
  </fieldset>
</template>
