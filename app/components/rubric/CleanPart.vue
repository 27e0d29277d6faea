<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import { useRubricText } from '~/components/rules/useRubricText'
import { usePart } from './usePart'
import { useSample } from './useSample'

/** How pages are cleaned, with a page of the sample before and after. */
const text = defineModel<string>({ required: true })
defineProps<{ batches: readonly BatchRow[] }>()
const sample = defineModel<number | null>('sample', { required: true })
const { rubric, change } = useRubricText(text)
const clean = usePart(
  rubric,
  change,
  one => one.clean,
  (one, part) => (one.clean = part),
)
const deskew = clean('deskew', true)
const rotate = clean('rotate', 'none')
const spread = clean('spread', 'none')
const card = clean('card', false)
const blank = computed({
  get: () => rubric.value?.clean?.blank?.action ?? 'set-aside',
  set: action => change(copy => (copy.clean = { ...copy.clean, blank: { ...copy.clean?.blank, action } })),
})
const usualInk = 0.00001
const maxInk = computed({
  get: () => rubric.value?.clean?.blank?.maxInk ?? usualInk,
  set: most => change(copy => (copy.clean = { ...copy.clean, blank: { ...copy.clean?.blank, maxInk: most } })),
})
const inks = [
  [0, 'nothing at all'],
  [usualInk, 'no more than a speck'],
  [0.0005, 'no more than a smudge'],
  [0.003, 'no more than a line of print'],
] as const
const inkChoices = computed(() =>
  inks.some(([most]) => most === maxInk.value) ? inks : [...inks, [maxInk.value, `${(maxInk.value * 100).toPrecision(2)} % ink`] as const],
)
const dirt = [
  ['borders', 'dark borders'],
  ['holes', 'punched holes'],
  ['specks', 'specks'],
  ['streaks', 'streaks of a dirty glass'],
] as const
const remove = computed({
  get: () => rubric.value?.clean?.remove ?? [],
  set: list => change(copy => (copy.clean = { ...copy.clean, remove: dirt.flatMap(([kind]) => (list.includes(kind) ? [kind] : [])) })),
})
type Dropped = 'dropout' | 'keepInk'
const colours = (key: Dropped) => rubric.value?.clean?.[key] ?? []
const setColours = (key: Dropped, list: string[]) => change(copy => (copy.clean = { ...copy.clean, [key]: list.length ? list : undefined }))
const inked = [
  { key: 'dropout', words: 'Printing in these colours vanishes, so that what was filled in stays' },
  { key: 'keepInk', words: 'Ink in these colours stays, whatever else vanishes' },
] as const
const edges = ['top', 'right', 'bottom', 'left'] as const
const edge = (key: (typeof edges)[number]) => rubric.value?.clean?.eraseEdges?.[key] ?? 0
const setEdge = (key: (typeof edges)[number], width: number) =>
  change(copy => (copy.clean = { ...copy.clean, eraseEdges: { ...copy.clean?.eraseEdges, [key]: Math.max(0, width || 0) } }))
const stamp = computed({
  get: () => rubric.value?.clean?.stamp?.text ?? '',
  set: words => change(copy => (copy.clean = { ...copy.clean, stamp: words.trim() ? { ...copy.clean?.stamp, text: words } : undefined })),
})
const place = computed({
  get: () => rubric.value?.clean?.stamp?.place ?? 'bottom-right',
  set: at => change(copy => copy.clean?.stamp && (copy.clean.stamp.place = at)),
})

const { pages, trouble, loading } = useSample(sample)
const at = ref(0)
const page = computed(() => pages.value[Math.min(at.value, pages.value.length - 1)] ?? null)
const after = ref<string | null>(null)
const looking = ref(false)
const previewTrouble = ref<string | null>(null)
let question = 0
async function look() {
  const mine = ++question
  if (!page.value || !rubric.value) return
  looking.value = true
  try {
    const blob = await ask<Blob>(`/api/pages/${page.value.id}/preview`, { method: 'POST', body: { rubric: rubric.value } })
    if (mine !== question) return
    if (after.value) URL.revokeObjectURL(after.value)
    after.value = URL.createObjectURL(blob)
    previewTrouble.value = null
  } catch (error) {
    if (mine === question) previewTrouble.value = troubleWords(error)
  } finally {
    if (mine === question) looking.value = false
  }
}
watchDebounced([page, () => JSON.stringify([rubric.value?.clean, rubric.value?.scan, rubric.value?.redact])], look, {
  debounce: 350,
  immediate: true,
})
onScopeDispose(() => after.value && URL.revokeObjectURL(after.value))
</script>

<template>
  <div v-if="rubric" class="grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_30rem]">
    <div class="space-y-6">
      <div class="sentences">
        <p>
          Pages are
          <WordChoice
            v-model="deskew"
            label="Skew"
            :options="[
              [true, 'straightened'],
              [false, 'left as skew as they came'],
            ]"
          />
          and
          <WordChoice
            v-model="rotate"
            label="Turned"
            :options="[
              ['none', 'not turned'],
              ['upright', 'turned until their text stands upright'],
              [90, 'turned right'],
              [180, 'turned over'],
              [270, 'turned left'],
            ]"
            after="."
          />
        </p>
        <p>
          A side with <WordChoice v-model="maxInk" label="What counts as blank" :options="inkChoices" /> on it is blank and
          <WordChoice
            v-model="blank"
            label="Blank sides"
            :options="[
              ['set-aside', 'set aside'],
              ['keep', 'kept'],
            ]"
            after="."
          />
        </p>
        <p>
          An opened book
          <WordChoice
            v-model="spread"
            label="Opened books"
            :options="[
              ['none', 'stays one page'],
              ['left-to-right', 'becomes two pages, the left one first'],
              ['right-to-left', 'becomes two pages, the right one first'],
            ]"
            after=";"
          />
          both sides of a card
          <WordChoice
            v-model="card"
            label="Cards"
            :options="[
              [false, 'are two pages'],
              [true, 'land on one page'],
            ]"
            after="."
          />
        </p>
      </div>
      <fieldset>
        <legend class="mb-1">Painted over with paper</legend>
        <div class="flex flex-wrap gap-x-8">
          <label v-for="[kind, words] in dirt" :key="kind" class="flex min-h-9 items-center gap-3"
            ><input v-model="remove" type="checkbox" :value="kind" class="size-5 accent-lapis" /> {{ words }}</label
          >
        </div>
      </fieldset>
      <div v-for="one in inked" :key="one.key">
        <p>{{ one.words }}</p>
        <p class="mt-1 flex flex-wrap items-center gap-3">
          <span
            v-for="(colour, place_) in colours(one.key)"
            :key="colour"
            class="flex items-center gap-1 border border-rule bg-leaf py-1 pr-1 pl-2"
            ><span class="size-5 border border-ink" :style="{ background: colour }" /><span class="numbers">{{ colour }}</span
            ><button
              type="button"
              class="size-8 text-faded"
              :aria-label="`Without ${colour}`"
              @click="
                setColours(
                  one.key,
                  colours(one.key).filter((_, other) => other !== place_),
                )
              "
            >
              ×
            </button></span
          >
          <label v-if="colours(one.key).length < 5" class="link flex min-h-9 items-center gap-2"
            >Add a colour<input
              type="color"
              class="size-8"
              value="#d94a3a"
              @change="setColours(one.key, [...new Set([...colours(one.key), ($event.target as HTMLInputElement).value])])"
          /></label>
        </p>
      </div>
      <fieldset>
        <legend class="mb-1">Edges that are erased, in {{ rubric.clean?.eraseEdges?.unit === 'in' ? 'inches' : 'millimetres' }}</legend>
        <p class="flex flex-wrap gap-5">
          <label v-for="key in edges" :key="key" class="flex items-center gap-2"
            ><span class="capitalize">{{ key }}</span
            ><input
              v-typed="edge(key)"
              class="word numbers w-20"
              type="number"
              min="0"
              step="0.5"
              @change="setEdge(key, Number(($event.target as HTMLInputElement).value))"
          /></label>
        </p>
      </fieldset>
      <div class="grid gap-x-6 sm:grid-cols-[1fr_auto]">
        <label class="block"
          >Printed on every page<input v-model.lazy="stamp" class="field mt-1" maxlength="120" placeholder="nothing" /><span
            class="small text-faded"
            >{page}, {seq}, {date} and index values are filled in.</span
          ></label
        >
        <label v-if="stamp" class="block"
          >Where<select v-model="place" class="field mt-1">
            <option value="top-left">top left</option>
            <option value="top-right">top right</option>
            <option value="bottom-left">bottom left</option>
            <option value="bottom-right">bottom right</option>
          </select></label
        >
      </div>
      <RedactPart v-model="text" />
    </div>
    <aside class="lg:sticky lg:top-4">
      <SampleBatch v-model="sample" :batches="batches" />
      <TroubleBand :words="trouble ?? previewTrouble" />
      <template v-if="page">
        <p class="mt-3 flex items-center gap-2 text-sm">
          <button type="button" class="act-quiet min-h-9!" :disabled="at <= 0" @click="at--">Previous</button
          ><span class="numbers">page {{ page.position }}, {{ page.side }}</span
          ><button type="button" class="act-quiet min-h-9!" :disabled="at >= pages.length - 1" @click="at++">Next</button>
          <span v-if="looking" class="ml-auto text-faded" role="status">Cleaning…</span>
        </p>
        <div class="mt-2 grid grid-cols-2 gap-3">
          <figure>
            <figcaption class="small text-faded">as it was scanned</figcaption>
            <img
              :key="page.id"
              :src="`/api/pages/${page.id}/scanned`"
              alt="The page as it was scanned"
              class="w-full border border-rule bg-white"
              @error="($event.target as HTMLImageElement).hidden = true"
            />
          </figure>
          <figure>
            <figcaption class="small text-faded">as it would be kept</figcaption>
            <img v-if="after" :src="after" alt="The page as this rubric would keep it" class="w-full border border-rule bg-white" />
          </figure>
        </div>
      </template>
      <p v-else-if="!loading" class="small mt-2 text-faded">
        {{
          sample === null
            ? 'Scan a batch of this paper once, and a page of it stands here before and after.'
            : 'This batch has no documents yet: choose another, or look again when its pages are sorted.'
        }}
      </p>
    </aside>
  </div>
</template>
