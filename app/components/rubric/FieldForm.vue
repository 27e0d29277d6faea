<script setup lang="ts">
import type { RawField, RawSource } from '~/components/rules/useRubricText'
import { asPlaceholder, kindWords } from '~/words/rubric'

/** A field of a type: what it is called, what it takes, and where its value comes from. */
const { field, groups, pointing } = defineProps<{
  field: RawField
  /** Parts of the barcode that a value may be. */
  groups: readonly string[]
  /** What is being pointed at for this field. */
  pointing: 'label' | 'value' | 'place' | null
  /** Other types, and the identities of those that share this field. */
  types: readonly { id: string; label: string }[]
  shared: readonly string[]
  /** It is keyed by two people. */
  twice: boolean
}>()
const emit = defineEmits<{
  change: [Partial<RawField>]
  point: ['label' | 'place' | null]
  remove: []
  share: [id: string, is: boolean]
  twice: [boolean]
}>()
const me = useMe()
/** A date or a number begins as the office usually writes it. */
function setKind(kind: RawField['kind']) {
  const habits = me.person?.habits
  const usual =
    kind === 'date'
      ? { format: field.format ?? habits?.dates }
      : kind === 'number'
        ? { grouping: field.grouping ?? (habits?.grouping || undefined), decimal: field.decimal ?? habits?.decimal }
        : kind === 'table'
          ? { columns: field.columns ?? [{ id: 'what', label: 'What' }], from: [] }
          : { columns: undefined }
  emit('change', { kind, ...usual })
}
const sources = computed(() => field.from ?? [])
const kinds = Object.entries(kindWords) as [NonNullable<RawField['kind']>, string][]
const typed = (event: Event) => (event.target as HTMLInputElement).value
const setSource = (at: number, source: RawSource) =>
  emit('change', { from: sources.value.map((one, place) => (place === at ? source : one)) })
const addSource = (source: RawSource) => emit('change', { from: [...sources.value, source] })
const removeSource = (at: number) => emit('change', { from: sources.value.filter((_, place) => place !== at) })
const later = (at: number) => {
  const next = [...sources.value]
  next.splice(at + 1, 0, ...next.splice(at, 1))
  emit('change', { from: next })
}
const lines = (text: string) =>
  text
    .split('\n')
    .map(line => line.trim())
    .filter(Boolean)
const ticks = computed(() => ['choice', 'choices', 'yes-no'].includes(field.kind ?? 'text'))
const printedTable = computed<RawSource>(() => ({
  table: { headings: Object.fromEntries((field.columns ?? []).map(column => [column.id, column.label])), until: '^Total' },
}))
const number = (text: string) => (text.trim() === '' ? undefined : Number(text))
</script>

<template>
  <div class="space-y-4 border border-rule bg-leaf px-5 py-4">
    <div class="grid gap-x-5 gap-y-3 sm:grid-cols-[1fr_13rem_auto]">
      <label class="block"
        >What it is called<input v-typed="field.label" class="field mt-1" @change="emit('change', { label: typed($event) })"
      /></label>
      <label class="block"
        >It takes<select class="field mt-1" :value="field.kind ?? 'text'" @change="setKind(typed($event) as RawField['kind'])">
          <option v-for="[kind, words] in kinds" :key="kind" :value="kind">{{ words }}</option>
        </select></label
      >
      <label class="flex items-end gap-3 pb-2.5"
        ><input
          type="checkbox"
          class="size-5 accent-lapis"
          :checked="field.required === true"
          @change="emit('change', { required: ($event.target as HTMLInputElement).checked || undefined })"
        />
        needed</label
      >
      <label v-if="field.kind === 'choice' || field.kind === 'choices'" class="col-span-full block"
        >Choices, one on each line<textarea
          v-typed="(field.choices ?? []).join('\n')"
          class="field mt-1"
          rows="3"
          @change="emit('change', { choices: lines(typed($event)) })"
        />
      </label>
      <ColumnsForm v-if="field.kind === 'table'" :columns="field.columns ?? []" @change="emit('change', { columns: $event })" />
      <label v-if="field.kind === 'date'" class="block"
        >How dates are written on the paper<input
          v-typed="field.format ?? ''"
          class="field numbers mt-1"
          placeholder="yyyy-MM-dd"
          @change="emit('change', { format: typed($event).trim() || undefined })"
      /></label>
      <template v-if="field.kind === 'number'">
        <label class="block"
          >At least<input
            v-typed="field.min"
            class="field numbers mt-1"
            type="number"
            step="any"
            @change="emit('change', { min: number(typed($event)) })"
        /></label>
        <label class="block"
          >At most<input
            v-typed="field.max"
            class="field numbers mt-1"
            type="number"
            step="any"
            @change="emit('change', { max: number(typed($event)) })"
        /></label>
        <label class="block"
          >Decimals<input
            v-typed="field.decimals"
            class="field numbers mt-1"
            type="number"
            min="0"
            max="6"
            placeholder="any"
            @change="emit('change', { decimals: number(typed($event)) })"
        /></label>
        <label class="block"
          >Between thousands stands<select
            class="field mt-1"
            :value="field.grouping ?? ''"
            @change="emit('change', { grouping: (typed($event) || undefined) as RawField['grouping'] })"
          >
            <option value="">nothing</option>
            <option value=",">a comma</option>
            <option value=".">a point</option>
            <option value=" ">a space</option>
            <option value="'">an apostrophe</option>
          </select></label
        >
        <label class="block"
          >Before decimals stands<select
            class="field mt-1"
            :value="field.decimal ?? (field.grouping === '.' ? ',' : '.')"
            @change="emit('change', { decimal: typed($event) as RawField['decimal'] })"
          >
            <option value=".">a point</option>
            <option value=",">a comma</option>
          </select></label
        >
      </template>
      <label v-if="(field.kind ?? 'text') === 'text'" class="col-span-full block"
        >A pattern that every value fits, if there is one<input
          v-typed="field.pattern ?? ''"
          class="field numbers mt-1"
          spellcheck="false"
          placeholder="any text"
          @change="emit('change', { pattern: typed($event) || undefined })"
      /></label>
    </div>
    <section>
      <h4 class="text-lg">Where its value comes from</h4>
      <p v-if="!sources.length" class="text-faded">A person types it. Or show the machine where it stands:</p>
      <ol>
        <SourceSentence
          v-for="(source, at) in sources"
          :key="at"
          :source="source"
          :number="at + 1"
          :groups="groups"
          :last="at === sources.length - 1"
          @change="setSource(at, $event)"
          @remove="removeSource(at)"
          @later="later(at)"
        />
      </ol>
      <p class="mt-3 flex flex-wrap gap-2">
        <button
          v-if="field.kind !== 'table'"
          type="button"
          :class="pointing === 'label' || pointing === 'value' ? 'act min-h-9!' : 'act-quiet min-h-9!'"
          @click="emit('point', pointing ? null : 'label')"
        >
          Point at its label and value
        </button>
        <button
          v-if="field.kind !== 'table'"
          type="button"
          :class="pointing === 'place' ? 'act min-h-9!' : 'act-quiet min-h-9!'"
          @click="emit('point', pointing === 'place' ? null : 'place')"
        >
          Point at its place
        </button>
        <button v-if="groups.length" type="button" class="act-quiet min-h-9!" @click="addSource({ barcode: groups[0]! })">
          From the barcode
        </button>
        <template v-if="field.kind === 'table'">
          <button v-if="field.columns?.length" type="button" class="act-quiet min-h-9!" @click="addSource(printedTable)">
            Rows below printed headings
          </button>
        </template>
        <template v-else>
          <button v-if="ticks" type="button" class="act-quiet min-h-9!" @click="addSource({ ticked: {} })">The ticked box</button>
          <button type="button" class="act-quiet min-h-9!" @click="addSource({ file: '[^.]+' })">From the file’s name</button>
          <button type="button" class="act-quiet min-h-9!" @click="addSource({ value: '' })">Always the same</button>
        </template>
      </p>
      <slot />
    </section>
    <FieldMore :field="field" :twice="twice" @change="emit('change', $event)" @twice="emit('twice', $event)" />
    <fieldset v-if="types.length" class="flex flex-wrap items-center gap-x-5 border-t border-rule pt-3">
      <legend class="sr-only">Types that share this field</legend>
      <span class="text-faded" title="Changed here, it is changed there">Shared with</span>
      <label v-for="one in types" :key="one.id" class="flex min-h-9 items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-lapis"
          :checked="shared.includes(one.id)"
          @change="emit('share', one.id, ($event.target as HTMLInputElement).checked)"
        />
        {{ one.label }}</label
      >
    </fieldset>
    <p class="flex items-baseline border-t border-rule pt-3">
      <span class="small text-faded">In names and files it is <span class="numbers">{{ asPlaceholder(field.id) }}</span></span>
      <button type="button" class="link ml-auto" @click="emit('remove')">Remove this field</button>
    </p>
  </div>
</template>
