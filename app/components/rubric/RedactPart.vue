<script setup lang="ts">
import { highlighterColours, type HighlighterColour } from '~~/core/model/highlighters'
import { useRubricText, type RawRubric } from '~/components/rules/useRubricText'

/** What is blacked out of pages, words, values and files. */
const text = defineModel<string>({ required: true })
const { rubric, change } = useRubricText(text)
type RawRedact = NonNullable<RawRubric['redact']>

const redact = computed<RawRedact>(() => rubric.value?.redact ?? {})
const set = (to: Partial<RawRedact>) =>
  change(copy => {
    // Somebody looks at it, unless the steward says otherwise: a box too few cannot be taken back once it is sent.
    const next = copy.redact ? { ...copy.redact, ...to } : { look: true, ...to }
    copy.redact = next.highlighter?.length || next.patterns?.length ? next : undefined
  })
const colours = computed(() => redact.value.highlighter ?? [])
const setColour = (colour: HighlighterColour, is: boolean) =>
  set({ highlighter: highlighterColours.filter(one => (one === colour ? is : colours.value.includes(one))) })
const patterns = computed(() => (redact.value.patterns ?? []).join('\n'))
const setPatterns = (typed: string) =>
  set({
    patterns: typed
      .split('\n')
      .map(line => line.trim())
      .filter(Boolean),
  })
const on = computed(() => rubric.value?.redact !== undefined)
const look = computed({ get: () => redact.value.look ?? false, set: is => set({ look: is }) })
const keepOriginal = computed({ get: () => redact.value.keepOriginal ?? false, set: is => set({ keepOriginal: is }) })
const greys = computed(() => colours.value.length > 0 && ['grey', 'mono'].includes(rubric.value?.scan?.colour ?? 'auto'))
/** Colours of ink that people know them by. */
const shown: Record<HighlighterColour, string> = {
  yellow: '#f6ee4a',
  green: '#9fe36b',
  pink: '#f79ac0',
  orange: '#f9bd62',
  blue: '#8fd0ef',
}
</script>

<template>
  <section v-if="rubric" aria-labelledby="redact-title">
    <h2 id="redact-title" class="mb-1 text-xl">Blacked out</h2>
    <fieldset>
      <legend class="mb-1">What somebody marked on paper with a highlighter of these colours</legend>
      <div class="flex flex-wrap gap-x-6">
        <label v-for="colour in highlighterColours" :key="colour" class="flex min-h-9 items-center gap-2"
          ><input
            type="checkbox"
            class="size-5 accent-lapis"
            :checked="colours.includes(colour)"
            @change="setColour(colour, ($event.target as HTMLInputElement).checked)"
          /><span class="h-4 w-7" :style="{ background: shown[colour] }" aria-hidden="true" />{{ colour }}</label
        >
      </div>
    </fieldset>
    <p v-if="greys" class="mt-1 text-ochre">
      Paper scanned in {{ rubric.scan?.colour }} cannot show a highlighter: scan it in colour, or auto.
    </p>
    <label class="mt-3 block"
      >What is read and fits one of these patterns, each on a line<textarea
        v-typed="patterns"
        class="field numbers mt-1"
        rows="2"
        spellcheck="false"
        placeholder="\b\d{2}-\d{2}-\d{2}\b"
        @change="setPatterns(($event.target as HTMLTextAreaElement).value)"
      />
    </label>
    <div v-if="on" class="sentences mt-2">
      <p>
        Before such a document is filed,
        <WordChoice
          v-model="look"
          label="Looked at"
          :options="[
            [true, 'a second person looks at what is black'],
            [false, 'nobody need look'],
          ]"
          after=";"
        />
        what was scanned
        <WordChoice
          v-model="keepOriginal"
          label="Originals"
          :options="[
            [false, 'is let go once all is filed'],
            [true, 'is kept, for those with that right'],
          ]"
          after="."
        />
      </p>
    </div>
  </section>
</template>
