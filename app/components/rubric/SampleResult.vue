<script setup lang="ts">
import { formatFacts, type FormatName } from '~~/core/model/fileFormats'
import type { ColourMode } from '~~/core/model/scanned'
import type { SampleFiles } from '~~/shared/views/rubrics'
import { useTry } from '~/components/rules/useTry'
import { counted } from '~/words/count'
import { colourWords } from '~/words/settings'
import { saidSize } from '~/words/size'

/** The files that the draft makes of a sample's first pages, and what they would come to in other colours and kinds. */
const { text, sample } = defineProps<{ text: string; sample: number | null; sound: boolean }>()
const { tried, busy, running, trouble, begin, cancel } = useTry<SampleFiles>()
watch([() => text, () => sample], () => !busy.value && (tried.value = null))
const make = () =>
  begin(() => ask('/api/tries', { method: 'POST', body: { body: JSON.parse(text) as unknown, batch: sample, what: 'files' } }))
const made = computed(() => tried.value?.outcome ?? null)

const modes: readonly ColourMode[] = ['mono', 'grey', 'colour']
const formats = computed(() => [...new Set(made.value?.sizes.map(size => size.format) ?? [])])
const bytesOf = (format: FormatName, colour: ColourMode) =>
  made.value!.sizes.find(size => size.format === format && size.colour === colour)?.bytes ?? 0
const perPage = (bytes: number) => Math.round(bytes / made.value!.pages / 1000)
const option = computed(() => ({
  xAxis: { type: 'value', name: 'KB a page', nameLocation: 'middle', nameGap: 26, splitLine: { lineStyle: { color: '#d8cdb8' } } },
  yAxis: { type: 'category', inverse: true, data: formats.value.map(format => formatFacts(format).label) },
  grid: { left: 8, right: 24, top: 36, bottom: 24, containLabel: true },
  series: modes.map(colour => ({
    name: colourWords[colour],
    type: 'bar',
    data: formats.value.map(format => perPage(bytesOf(format, colour))),
  })),
}))
const rows = computed(() =>
  formats.value.map(format => [formatFacts(format).label, ...modes.map(colour => perPage(bytesOf(format, colour)))]),
)
const says = computed(() => {
  const all = made.value!.sizes.filter(size => size.bytes > 0).sort((a, b) => a.bytes - b.bytes)
  const [least, most] = [all[0], all.at(-1)]
  if (!least || !most) return 'Nothing to compare.'
  const name = ({ format, colour }: typeof least) => `${formatFacts(format).label} in ${colourWords[colour]}`
  const factor = (most.bytes / least.bytes).toFixed(most.bytes > 10 * least.bytes ? 0 : 1)
  return `${name(most)} weighs ${factor} times as much as ${name(least)}.`
})
</script>

<template>
  <section class="mt-6" aria-label="What it comes to">
    <button v-if="!busy" type="button" class="act-quiet" :disabled="running || !sound || sample === null" @click="make">
      Make its first pages into files
    </button>
    <StepProgress v-else :done="tried!.done" :of="tried!.of" label="How far the files are" @stop="cancel" />
    <p v-if="!made && !busy" class="small mt-2 text-faded">
      The real files of three pages, and what they weigh in each colour and kind. Nothing of the batch changes.
    </p>
    <TroubleBand :words="trouble" />
    <template v-if="made">
      <h3 class="mt-5 text-lg">
        {{ made.pages === 1 ? 'One page' : `${made.pages} pages` }}, {{ counted(made.words, 'word')
        }}<template v-if="made.black">, {{ counted(made.black, 'place') }} blacked out</template>
      </h3>
      <ul class="mb-5">
        <li v-for="(file, at) in made.files" :key="at" class="flex items-baseline gap-3 border-b border-rule py-1.5">
          <a :href="`/api/tries/${tried!.id}/file?at=${at}`" target="_blank" rel="noopener" class="link numbers min-w-0 break-words">{{
            file.name
          }}</a>
          <span class="numbers ml-auto whitespace-nowrap">{{ saidSize(file.bytes) }}</span>
        </li>
      </ul>
      <p v-if="!made.files.length" class="mb-5 text-ochre">The draft makes no file.</p>
      <FigureChart
        title="What a page weighs"
        :says="says"
        :option="option"
        :head="['KB a page', ...modes.map(colour => colourWords[colour])]"
        :rows="rows"
        :height="200"
      />
    </template>
  </section>
</template>
