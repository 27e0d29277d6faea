<script setup lang="ts">
import { changeable } from '~~/core/rubric/scan'
import { rubricIcons } from '~~/core/rubric/rubricIcons'
import { useRubricText } from '~/components/rules/useRubricText'
import { changeableWords } from '~/words/rubric'
import { usePart } from './usePart'

/** How the paper is scanned, as sentences. */
const text = defineModel<string>({ required: true })
const { rubric, change } = useRubricText(text)
const scan = usePart(
  rubric,
  change,
  one => one.scan,
  (one, part) => (one.scan = part),
)
const source = scan('source', 'feeder')
const sides = scan('sides', 'one')
const flip = scan('flip', 'long-edge')
const colour = scan('colour', 'auto')
const dpi = scan('dpi', 200)
const paper = scan('paper', 'auto')
const mixed = scan('mixedSizes', false)
const original = scan('original', 'text-and-pictures')
const gentle = scan('gentle', false)
const tones = [
  { key: 'lighten', name: 'Lightness', low: 'darker', high: 'lighter', value: scan('lighten', 0) },
  { key: 'contrast', name: 'Contrast', low: 'flatter', high: 'harder', value: scan('contrast', 0) },
  { key: 'sharpness', name: 'Sharpness', low: 'softer', high: 'sharper', value: scan('sharpness', 0) },
] as const
const mayChange = computed({
  get: () => rubric.value?.scan?.mayChange ?? [],
  set: list => change(copy => (copy.scan = { ...copy.scan, mayChange: changeable.filter(one => list.includes(one)) })),
})
const name = computed({
  get: () => rubric.value?.name ?? '',
  set: typed => change(copy => (copy.name = typed)),
})
const about = computed({
  get: () => rubric.value?.about ?? '',
  set: typed => change(copy => (copy.about = typed.trim() || undefined)),
})
const icon = computed({
  get: () => rubric.value?.icon ?? null,
  set: one => change(copy => (copy.icon = one ?? undefined)),
})
const batchName = computed({
  get: () => rubric.value?.batchName ?? '{rubric}, {date:d MMM} {time}',
  set: typed => change(copy => (copy.batchName = typed)),
})
const entry = computed({
  get: () => rubric.value?.entry ?? 'desk',
  set: value => change(copy => (copy.entry = value)),
})
const resolutions = [100, 150, 200, 240, 300, 400, 600] as const
</script>

<template>
  <div v-if="rubric" class="max-w-4xl space-y-7">
    <div class="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <label class="block">What people call this rubric<input v-model="name" class="field mt-1" maxlength="120" /></label>
      <label class="block"
        >What it is for, in a line<input
          v-model.lazy="about"
          class="field mt-1"
          maxlength="160"
          placeholder="Permits for the inner harbour, one form each"
      /></label>
    </div>
    <fieldset>
      <legend class="mb-1">Its picture, where people choose it</legend>
      <div class="flex flex-wrap gap-1.5">
        <label
          v-for="one in rubricIcons"
          :key="one"
          class="grid size-11 cursor-pointer place-items-center rounded-xs border focus-within:outline-3 focus-within:outline-lapis"
          :class="icon === one ? 'border-lapis bg-lapis-wash text-ink' : 'border-rule bg-leaf text-faded'"
          :title="one"
          ><input v-model="icon" type="radio" class="sr-only" :value="one" name="rubric-icon" :aria-label="one" /><RubricPicture
            :icon="one"
        /></label>
      </div>
    </fieldset>
    <div class="sentences">
      <p>
        Paper lies
        <WordChoice
          v-model="source"
          label="Where the paper lies"
          :options="[
            ['feeder', 'in the feeder'],
            ['glass', 'on the glass'],
          ]"
        />
        and is scanned on
        <WordChoice
          v-model="sides"
          label="Sides"
          :options="[
            ['one', 'one side'],
            ['both', 'both sides'],
          ]"
        /><template v-if="sides === 'both'"
          >, its back turned over at
          <WordChoice
            v-model="flip"
            label="Turned over at"
            :options="[
              ['long-edge', 'the long edge, like a book'],
              ['short-edge', 'the short edge, like a pad'],
            ]" /></template
        >.
      </p>
      <p>
        It is
        <WordChoice
          v-model="paper"
          label="Paper"
          :options="[
            ['auto', 'of any size'],
            ['A3', 'A3'],
            ['A4', 'A4'],
            ['A5', 'A5'],
            ['letter', 'letter'],
            ['legal', 'legal'],
            ['ledger', 'ledger'],
          ]"
          after=","
        />
        <WordChoice
          v-model="mixed"
          label="Mixed sizes"
          :options="[
            [false, 'every sheet alike'],
            [true, 'mixed sizes in one stack'],
          ]"
          after=","
        />
        and fed
        <WordChoice
          v-model="gentle"
          label="How it is fed"
          :options="[
            [false, 'at full speed'],
            [true, 'slowly, for folded or delicate sheets'],
          ]"
          after="."
        />
      </p>
      <p>
        The originals are
        <WordChoice
          v-model="original"
          label="Originals"
          :options="[
            ['text', 'text'],
            ['text-and-pictures', 'text and pictures'],
            ['photo', 'photographs'],
          ]"
          after="."
        />
        Pages are kept in
        <WordChoice
          v-model="colour"
          label="Colour"
          :options="[
            ['auto', 'colour only where there is some'],
            ['colour', 'colour'],
            ['grey', 'grey'],
            ['mono', 'black and white'],
          ]"
        />
        at <WordChoice v-model="dpi" label="Resolution" :options="resolutions.map(one => [one, String(one)] as const)" /> dots an inch.
      </p>
      <p v-if="dpi < 200" class="font-sans text-sm leading-snug text-ochre">
        Below 200 dots an inch barcodes begin to fail, and small print is read badly.
      </p>
    </div>
    <div class="grid gap-6 sm:grid-cols-3">
      <label v-for="tone in tones" :key="tone.key" class="block"
        >{{ tone.name
        }}<input
          v-model.number="tone.value.value"
          type="range"
          min="-5"
          max="5"
          class="mt-2 w-full accent-lapis"
          :aria-valuetext="`${tone.value.value}, ${tone.value.value < 0 ? tone.low : tone.value.value > 0 ? tone.high : 'as it is'}`"
        /><span class="small flex justify-between text-faded"
          ><span>{{ tone.low }}</span><span class="numbers text-ink">{{ tone.value.value }}</span><span>{{ tone.high }}</span></span
        ></label
      >
    </div>
    <div class="sentences">
      <p>
        Index values are entered
        <WordChoice
          v-model="entry"
          label="When values are entered"
          :options="[
            ['panel', 'before scanning, at the device'],
            ['desk', 'after scanning, at a desk'],
            ['none', 'by nobody'],
          ]"
          after="."
        />
      </p>
    </div>
    <label class="block max-w-xl"
      >What a batch is called<input v-model="batchName" class="field numbers mt-1" maxlength="120" /><span class="small text-faded"
        >{rubric}, {person}, {from} (device or file), {date:d MMM} and {time} are filled in.</span
      ></label
    >
    <fieldset>
      <legend class="mb-1">Whoever scans may change</legend>
      <div class="grid gap-x-6 sm:grid-cols-3">
        <label v-for="one in changeable" :key="one" class="flex min-h-9 items-center gap-3"
          ><input v-model="mayChange" type="checkbox" :value="one" class="size-5 accent-lapis" /> {{ changeableWords[one] }}</label
        >
      </div>
    </fieldset>
  </div>
</template>
