<script setup lang="ts">
import { formats, formatFacts, type FormatName } from '~~/core/model/fileFormats'
import { readRubric } from '~~/core/rubric/readRubric'
import { typeOf, type FileSpec } from '~~/core/rubric/rubric'
import { fillFields } from '~~/core/fields/fill'
import { inOrder } from '~~/core/name/inOrder'
import { renderName, templateFault } from '~~/core/name/template'
import type { BatchRow } from '~~/shared/views/batches'
import { useRubricText } from '~/components/rules/useRubricText'
import { asPlaceholder } from '~/words/rubric'
import { usePart } from './usePart'
import { useSample } from './useSample'

/** How pages are read, and which files a document becomes, with the names that the sample's documents would get. */
const text = defineModel<string>({ required: true })
defineProps<{ batches: readonly BatchRow[] }>()
const sample = defineModel<number | null>('sample', { required: true })
const { rubric, change } = useRubricText(text)
const ocr = usePart(
  rubric,
  change,
  one => one.read,
  (one, part) => (one.read = part),
)('ocr', true)
const languages = computed({
  get: () => (rubric.value?.read?.languages ?? ['eng']).join(' '),
  set: typed => {
    const list = typed.split(/[\s,+]+/).filter(Boolean)
    change(copy => (copy.read = { ...copy.read, languages: list.length ? list : ['eng'] }))
  },
})
const files = computed(() => rubric.value?.files ?? [])
const add = (format: FormatName) =>
  change(copy => (copy.files = [...(copy.files ?? []), { format, name: files.value[0]?.name ?? '{type}/{seq:3}' }]))
const setName = (at: number, name: string) => change(copy => (copy.files![at]!.name = name))
const holdsPages = (format: FormatName) => {
  const { pictures, text: words } = formatFacts(format).holds
  return pictures || words
}
/** Usual parts, and whatever the text says. */
const partsOf = (per: unknown) => [...new Set([2, 5, 10, 50, ...(typeof per === 'number' ? [per] : [])])].sort((a, b) => a - b)
const setPer = (at: number, per: string) =>
  change(copy => (copy.files![at]!.per = per === 'document' || per === 'page' ? per : Number(per)))
/** How pages stand in a TIFF, or colour pages in a PDF. */
const setPages = (at: number, how: Pick<FileSpec, 'compression' | 'layers'>) => change(copy => Object.assign(copy.files![at]!, how))
const remove = (at: number) => change(copy => copy.files!.splice(at, 1))
const faultOf = (name: string) => templateFault(name)
const placeholders = computed(() => [
  ...new Set([
    'type',
    'batch',
    'seq',
    'date',
    'pages',
    '#',
    '#folder',
    ...(rubric.value?.types ?? []).flatMap(type => (type.fields ?? []).map(field => field.id)),
  ]),
])

const own = computed(() => (ocr.value ? (rubric.value?.read?.languages ?? ['eng']) : null))
const { documents, trouble, unread } = useSample(sample, own)
/** What the sample's documents would be called, as the worker would call them. */
const named = computed(() => {
  const read = rubric.value && readRubric(rubric.value)
  if (!read?.ok) return null
  const sound = read.rubric
  const counted = inOrder()
  return documents.value.map(document => {
    const type = typeOf(sound, document.type)
    const { fields } = fillFields(type, {
      barcode: document.barcode,
      pages: document.pages.map(page => page.words ?? []),
      languages: sound.read.languages,
      records: {},
    })
    const values = Object.fromEntries(Object.entries(fields).map(([id, field]) => [id, field.value]))
    const context = {
      type: type?.id ?? 'document',
      batch: 'Batch',
      seq: document.position,
      pages: document.pages.length,
      date: new Date().toISOString().slice(0, 10),
      values: { ...document.barcode, ...values },
      counters: counted(document.position),
    }
    return {
      position: document.position,
      names: sound.files.map(file => `${renderName(file.name, context)}.${formatFacts(file.format).extension}`),
    }
  })
})
</script>

<template>
  <div v-if="rubric" class="grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_26rem]">
    <div class="space-y-7">
      <div class="sentences">
        <p>
          Text is
          <WordChoice
            v-model="ocr"
            label="Reading"
            :options="[
              [true, 'read on every page that has none of its own'],
              [false, 'not read: files cannot be searched'],
            ]"
          /><template v-if="ocr"
            >, in the languages
            <input v-model.lazy="languages" class="word numbers w-40" aria-label="Languages, as codes such as eng" /></template
          >.
        </p>
      </div>
      <section>
        <h2 class="mb-2 text-xl">A document becomes</h2>
        <ul>
          <li v-for="(file, at) in files" :key="at" class="border-b border-rule py-3">
            <p class="flex items-baseline gap-4">
              <span class="font-serif text-xl">{{ formatFacts(file.format).label }}</span>
              <label v-if="holdsPages(file.format)" class="small flex items-baseline gap-2 whitespace-nowrap text-faded"
                >one for
                <select
                  class="word"
                  :value="String(file.per ?? formatFacts(file.format).per)"
                  :aria-label="`${formatFacts(file.format).label}: one file for`"
                  @change="setPer(at, ($event.target as HTMLSelectElement).value)"
                >
                  <option value="document">the document</option>
                  <option value="page">each page</option>
                  <option v-for="count in partsOf(file.per)" :key="count" :value="String(count)">every {{ count }} pages</option>
                </select></label
              >
              <label v-if="file.format === 'tiff'" class="small flex items-baseline gap-2 text-faded"
                >as
                <select
                  class="word"
                  aria-label="TIFF: compression"
                  :value="file.compression ?? 'auto'"
                  @change="setPages(at, { compression: ($event.target as HTMLSelectElement).value as FileSpec['compression'] })"
                >
                  <option value="auto">G4 or JPEG</option>
                  <option value="lzw">LZW, without loss</option>
                  <option value="g4">G4, black and white</option>
                </select></label
              >
              <button
                type="button"
                class="link ml-auto min-h-9 whitespace-nowrap"
                :aria-label="`Take away ${formatFacts(file.format).label}`"
                @click="remove(at)"
              >
                Take away
              </button>
            </p>
            <label class="mt-1 block"
              >Its name<input
                class="field numbers mt-1"
                :value="file.name ?? '{type}/{seq:3}'"
                :aria-invalid="faultOf(file.name ?? '') !== null"
                @input="setName(at, ($event.target as HTMLInputElement).value)"
            /></label>
            <label v-if="file.format.startsWith('pdf')" class="small mt-2 flex items-baseline gap-2 text-faded"
              >Colour pages stand as
              <select
                class="word"
                :aria-label="`${formatFacts(file.format).label}: colour pages`"
                :value="file.layers ?? 'none'"
                @change="setPages(at, { layers: ($event.target as HTMLSelectElement).value as FileSpec['layers'] })"
              >
                <option value="none">one picture</option>
                <option value="auto">print over a ground, where that is a third as large</option>
              </select></label
            >
            <p v-if="file.name && faultOf(file.name)" class="small text-ochre">Expected {{ faultOf(file.name) }}.</p>
          </li>
        </ul>
        <p v-if="!files.length" class="py-2 text-ochre">No file yet: nothing could be filed. Choose one below.</p>
        <p class="mt-3 flex flex-wrap items-center gap-2">
          <span class="text-faded">{{ files.length ? 'And' : 'A document becomes' }}</span>
          <button v-for="format in formats" :key="format.name" type="button" class="act-quiet min-h-9!" @click="add(format.name)">
            {{ format.label }}
          </button>
        </p>
        <p class="small mt-3 text-faded">
          In a name: <span v-for="one in placeholders" :key="one" class="numbers mr-2">{{ asPlaceholder(one) }}</span>
        </p>
        <p class="small mt-2 text-faded">
          A / makes a folder. <span class="numbers">{seq:3}</span> is the place in its batch, with three digits;
          <span class="numbers">{#:5}</span> goes on counting over all batches of this rubric, <span class="numbers">{#folder}</span> over
          what goes into the same folder. <span class="numbers">{owner:upper,20}</span> is in capitals and no longer than twenty letters,
          <span class="numbers">{issued:yyyy-MM}</span> a part of a date; <span class="numbers">{owner|nobody}</span> says what stands there
          where the field is empty.
        </p>
      </section>
    </div>
    <aside>
      <SampleBatch v-model="sample" :batches="batches" />
      <TroubleBand :words="trouble" />
      <p v-if="unread" class="mt-2 text-faded" role="status">Reading first pages that were not read yet: {{ unread }} to go…</p>
      <p v-if="!named" class="mt-3 text-ochre">The rubric is not sound yet; <em>The whole text</em> says where.</p>
      <template v-else-if="named.length">
        <h3 class="mt-4 mb-1 text-lg">The sample’s documents would be</h3>
        <ol>
          <li v-for="document in named" :key="document.position" class="flex gap-3 border-b border-rule py-1.5">
            <span class="numbers w-6 shrink-0 text-right text-faded">{{ document.position }}</span>
            <span class="min-w-0"><span v-for="one in document.names" :key="one" class="numbers block break-words">{{ one }}</span></span>
          </li>
        </ol>
      </template>
      <SampleResult :text="text" :sample="sample" :sound="named !== null" />
    </aside>
  </div>
</template>
