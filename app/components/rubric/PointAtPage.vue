<script setup lang="ts">
import type { Word } from '~~/core/model/evidence'
import type { Box } from '~~/core/model/zone'
import type { SampleDocument } from '~~/shared/views/rubrics'
import { textOf } from '~~/core/text/lines'
import { phraseAt } from './pointed'

/** A page of the sample whose words can be pressed; what is marked is drawn over it. */
const {
  page,
  marked = [],
  asks = null,
} = defineProps<{
  page: SampleDocument['pages'][number]
  marked?: readonly (readonly Box[])[]
  /** What to press, in words; null where nothing is asked for. */
  asks?: string | null
}>()
const emit = defineEmits<{ press: [words: Word[]] }>()
const words = computed(() => page.words ?? [])
const size = computed(() => ({ width: page.widthPx / page.dpi, height: page.heightPx / page.dpi }))
const box = ({ x, y, width, height }: Box) => ({
  left: `${(x / size.value.width) * 100}%`,
  top: `${(y / size.value.height) * 100}%`,
  width: `${(width / size.value.width) * 100}%`,
  height: `${(height / size.value.height) * 100}%`,
})
const over = shallowRef<Word[]>([])
</script>

<template>
  <div class="relative border border-rule bg-white" :style="{ aspectRatio: `${size.width} / ${size.height}` }">
    <img
      :src="`/api/pages/${page.id}/view?v=${page.picture}`"
      :alt="`Page ${page.position}`"
      draggable="false"
      class="absolute inset-0 size-full"
    />
    <template v-if="asks">
      <button
        v-for="(word, at) in words"
        :key="at"
        type="button"
        class="absolute hover:bg-lapis/10 focus-visible:z-10"
        :class="{ 'bg-lapis/15 outline outline-lapis': over.includes(word) }"
        :style="box(word)"
        :aria-label="`${asks}: ${textOf(phraseAt(words, word))}`"
        :title="textOf(phraseAt(words, word))"
        @mouseenter="over = phraseAt(words, word)"
        @focus="over = phraseAt(words, word)"
        @mouseleave="over = []"
        @blur="over = []"
        @click="emit('press', phraseAt(words, word))"
      />
    </template>
    <template v-for="(group, at) in marked" :key="at">
      <span
        v-for="(word, place) in group"
        :key="place"
        class="pointer-events-none absolute border-b-2"
        :class="at === 0 ? 'border-ochre bg-ochre/15' : 'border-verdigris bg-verdigris/15'"
        :style="box(word)"
        aria-hidden="true"
      />
    </template>
  </div>
</template>
