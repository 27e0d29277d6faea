<script setup lang="ts">
import { ArrowDown, ArrowUp, GripVertical } from '@lucide/vue'
import { useDraggable } from 'vue-draggable-plus'
import { fillFields } from '~~/core/fields/fill'
import { idFor } from '~~/core/name/identity'
import { DocumentType, groupNames } from '~~/core/rubric/rubric'
import { patternFault } from '~~/core/pattern/pattern'
import type { BatchRow } from '~~/shared/views/batches'
import { useRubricText, type RawField, type RawType } from '~/components/rules/useRubricText'
import { kindWords } from '~/words/rubric'
import { changeShared, inOrder, renameElsewhere, setSharing, sharing } from './sharedFields'
import { seenLater } from './seenLater'
import { useLearnedOf } from './useLearnedOf'
import { usePointing, type Pointing } from './usePointing'
import { useSample } from './useSample'

/** Types of documents and their fields: made by pointing at a page of the sample, and tried on all of it at once. */
const text = defineModel<string>({ required: true })
const { batches, id } = defineProps<{
  batches: readonly BatchRow[]
  /** The rubric's; null where it is new. */
  id: string | null
}>()
const sample = defineModel<number | null>('sample', { required: true })
const { rubric, types, rules, change } = useRubricText(text)

const at = ref(0)
const type = computed<RawType | null>(() => types.value[at.value] ?? types.value[0] ?? null)
const changeType = (by: (type: RawType) => void) => change(copy => copy.types?.[at.value] && by(copy.types[at.value]!))
const addType = () => {
  const label = `Type ${types.value.length + 1}`
  const taken = types.value.map(one => one.id)
  change(copy => (copy.types = [...(copy.types ?? []), { id: idFor(label, taken), label, fields: [] }]))
  at.value = types.value.length - 1
}
const removeType = () => {
  const gone = type.value?.id
  change(copy => {
    copy.types = copy.types?.filter(one => one.id !== gone)
    if (copy.defaultType === gone) delete copy.defaultType
    for (const rule of copy.split?.rules ?? []) if (rule.type === gone) delete rule.type
  })
  at.value = 0
}
const fields = computed<readonly RawField[]>(() => type.value?.fields ?? [])
const open = ref<string | null>(null)
const field = computed(() => fields.value.find(one => one.id === open.value) ?? null)
/** A field that has no name of its own yet gets its id from the first that it is given, wherever that is asked for. */
const unnamed = /^field-\d+$/
function changeField(id: string, to: Partial<RawField>) {
  const named = to.label !== undefined && unnamed.test(id) && !/^Field \d+$/.test(to.label)
  const next = named
    ? idFor(
        to.label!,
        fields.value.map(one => one.id),
      )
    : id
  change(copy => {
    const own = copy.types?.[at.value]
    if (!own) return
    changeShared(copy.types!, own, id, { ...to, id: next })
    renameElsewhere(copy, id, next)
  })
  if (open.value === id) open.value = next
}
const setTwice = (id: string, is: boolean) =>
  change(copy => {
    const others = (copy.entryTwice ?? []).filter(one => one !== id)
    const all = is ? [...others, id] : others
    copy.entryTwice = all.length ? all : undefined
  })
const addField = () => {
  const label = `Field ${fields.value.length + 1}`
  const id = idFor(
    label,
    fields.value.map(one => one.id),
  )
  changeType(one => (one.fields = [...(one.fields ?? []), { id, label }]))
  open.value = id
}
const removeField = (id: string) => {
  changeType(one => (one.fields = one.fields?.filter(other => other.id !== id)))
  open.value = null
}
/** Dragged, or moved by its buttons. */
const fieldList = useTemplateRef<HTMLElement>('fieldList')
const fieldOrder = computed({
  get: () => [...fields.value],
  set: list =>
    changeType(
      one =>
        (one.fields = inOrder(
          one.fields ?? [],
          list.map(other => other.id),
        )),
    ),
})
useDraggable(fieldList, fieldOrder, { handle: '.grip', animation: 120 })
/** Types in another order; the one that is open stays so. */
function orderTypes(ids: readonly string[]) {
  const chosen = type.value?.id
  change(copy => (copy.types = inOrder(copy.types ?? [], ids)))
  at.value = Math.max(
    0,
    types.value.findIndex(one => one.id === chosen),
  )
}
const share = (id: string, is: boolean) => {
  const shared = field.value
  if (shared) change(copy => copy.types!.filter(one => one.id === id).forEach(one => setSharing(one, shared, is)))
}
const moveField = (place: number, by: -1 | 1) => changeType(one => one.fields!.splice(place + by, 0, ...one.fields!.splice(place, 1)))
/** Named parts of the barcode rules, and the whole. */
const groups = computed(() => {
  const barcodes = rules.value.filter(rule => rule.rule === 'barcode')
  if (!barcodes.length) return []
  return [...new Set(['value', ...barcodes.flatMap(rule => (rule.value && !patternFault(rule.value) ? groupNames(rule.value) : []))])]
})

const languages = computed(() => rubric.value?.read?.languages ?? ['eng'])
const { documents, pages, trouble, loading, unread } = useSample(sample, languages)
const pageAt = ref(0)
const page = computed(() => pages.value[Math.min(pageAt.value, pages.value.length - 1)] ?? null)
watch(sample, () => (pageAt.value = 0))

watch(at, () => (open.value = null))
const { pointing, label, asks, point, press } = usePointing(field, (one, to) => {
  changeField(one.id, to)
})

const aside = useTemplateRef<HTMLElement>('aside')
/** Where no page is there yet to point at, one is asked for. */
function pointAt(what: Pointing | null) {
  point(what)
  if (what && sample.value === null) aside.value?.querySelector('input')?.focus()
}

const { learned, forget } = useLearnedOf(id)
/** Where people found the values of a field, and its place on the page that is shown. */
const foundBefore = (one: RawField) => learned.value?.places.find(place => place.type === type.value?.id && place.field === one.id) ?? null
const learnedMark = computed(() => {
  const place = field.value && foundBefore(field.value)
  const own = documents.value.find(document => document.pages.some(one => one.id === page.value?.id))
  const ofType = types.value.length === 1 || own?.type === null || own?.type === type.value?.id
  const onPage = place && ofType ? place.layouts.filter(one => own?.pages[one.page]?.id === page.value?.id) : []
  return onPage.map(one => one.box)
})

/** What each document of the sample has in each field, as the worker would fill it. */
const found = computed(() => {
  const own = DocumentType.safeParse(type.value)
  if (!own.success) return null
  return documents.value
    .filter(document => types.value.length === 1 || document.type === null || document.type === own.data.id)
    .map(document => ({
      position: document.position,
      first: document.pages[0]?.position ?? null,
      fields: fillFields(own.data, {
        barcode: document.barcode,
        pages: document.pages.map(one => one.words ?? []),
        languages: languages.value,
        records: {},
      }).fields,
    }))
})
const show = (position: number | null) =>
  (pageAt.value = Math.max(
    0,
    pages.value.findIndex(one => one.position === position),
  ))
const foundWords = (one: RawField) => {
  if (!found.value) return ''
  const count = found.value.filter(document => document.fields[one.id]).length
  if (seenLater(one)) return 'seen in a batch'
  return found.value.length ? `found on ${count} of ${found.value.length}` : ''
}
</script>

<template>
  <div v-if="rubric" class="grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_28rem]">
    <div>
      <TypeTabs v-model="at" :types="types" @add="addType" @order="orderTypes" />
      <LearnedTypes v-if="types.length > 1 && learned" :learned="learned" :types="types" class="mb-4" @forget="forget" />
      <template v-if="type">
        <div class="mb-5 flex flex-wrap items-end gap-5">
          <label class="block grow"
            >What people call this type<input
              v-typed="type.label"
              class="field mt-1"
              @change="changeType(one => (one.label = ($event.target as HTMLInputElement).value))"
          /></label>
          <label class="flex min-h-11 items-center gap-3"
            ><input
              type="radio"
              name="default-type"
              class="size-5 accent-lapis"
              :checked="(rubric.defaultType ?? types[0]?.id) === type.id"
              @change="change(copy => (copy.defaultType = type!.id))"
            />
            the usual type</label
          >
          <button type="button" class="link min-h-11" @click="removeType">Remove this type</button>
        </div>
        <ol ref="fieldList" class="border-t border-rule">
          <li v-for="(one, place) in fields" :key="one.id" class="border-b border-rule">
            <div class="flex items-center gap-3 py-2">
              <GripVertical :size="18" class="grip shrink-0 cursor-grab text-faded" aria-hidden="true" />
              <button
                type="button"
                class="min-w-0 flex-1 text-left"
                :aria-expanded="open === one.id"
                @click="open = open === one.id ? null : one.id"
              >
                <span class="font-serif text-xl">{{ one.label }}</span>{{ ' ' }}
                <span class="ml-3 text-faded">{{ kindWords[one.kind ?? 'text'] }}{{ one.required ? ', needed' : '' }}</span>
              </button>
              <span class="small whitespace-nowrap text-faded">{{ foundWords(one) }}</span>
              <button
                type="button"
                class="grid size-8 place-items-center text-lapis disabled:text-rule"
                :disabled="place === 0"
                :aria-label="`${one.label} earlier`"
                @click="moveField(place, -1)"
              >
                <ArrowUp :size="17" />
              </button>
              <button
                type="button"
                class="grid size-8 place-items-center text-lapis disabled:text-rule"
                :disabled="place === fields.length - 1"
                :aria-label="`${one.label} later`"
                @click="moveField(place, 1)"
              >
                <ArrowDown :size="17" />
              </button>
            </div>
            <FieldForm
              v-if="open === one.id"
              class="mb-3"
              :field="one"
              :groups="groups"
              :pointing="pointing"
              :types="types.filter(other => other.id !== type!.id).map(other => ({ id: other.id, label: other.label }))"
              :shared="sharing(types, one)"
              :twice="rubric.entryTwice?.includes(one.id) ?? false"
              @share="share"
              @twice="setTwice(one.id, $event)"
              @change="changeField(one.id, $event)"
              @point="pointAt"
              @remove="removeField(one.id)"
            >
              <LearnedPlace v-if="foundBefore(one)" :place="foundBefore(one)!" @forget="forget" />
            </FieldForm>
          </li>
        </ol>
        <p class="mt-3"><button type="button" class="act-quiet" @click="addField">Another field</button></p>
      </template>
      <p v-else class="py-3 font-serif text-xl text-faded">No type yet: documents have no index values.</p>
    </div>
    <aside ref="aside" class="lg:sticky lg:top-4 lg:max-h-[calc(100vh-2rem)] lg:overflow-y-auto" tabindex="0" aria-label="The sample">
      <SampleBatch v-model="sample" :batches="batches" />
      <TroubleBand :words="trouble" />
      <p v-if="loading || unread" class="mt-2 text-faded" role="status">
        {{ loading ? 'Fetching its words…' : `Reading first pages that were not read yet: ${unread} to go…` }}
      </p>
      <p
        v-if="sample === null"
        class="mt-2"
        :class="pointing ? 'border-l-4 border-lapis bg-lapis-wash px-3 py-1.5' : 'small text-faded'"
        role="status"
      >
        {{
          batches.length
            ? 'Choose a batch of such paper: its pages stand here to point at, and every field says what it finds there.'
            : 'Scan a batch of this paper once, and its pages stand here to point at.'
        }}
      </p>
      <template v-if="page">
        <p class="mt-3 flex items-center gap-2 text-sm">
          <button type="button" class="act-quiet min-h-9!" :disabled="pageAt <= 0" @click="pageAt--">Previous</button
          ><span class="numbers">page {{ page.position }}</span
          ><button type="button" class="act-quiet min-h-9!" :disabled="pageAt >= pages.length - 1" @click="pageAt++">Next</button>
        </p>
        <p v-if="asks" class="mt-2 border-l-4 border-lapis bg-lapis-wash px-3 py-1.5" role="status">
          {{ asks
          }}<span v-if="!page.words?.length" class="block text-ochre">{{
            page.words ? 'This page has no words.' : 'This page was not read yet.'
          }}</span>
        </p>
        <PointAtPage class="mt-2" :page="page" :asks="asks" :marked="[label, learnedMark]" @press="press" />
        <FoundInSample v-if="field && found" :field="field" :found="found" class="mt-4" @show="show" />
        <p v-else-if="field" class="mt-3 text-ochre">This type is not sound yet.</p>
      </template>
    </aside>
  </div>
</template>
