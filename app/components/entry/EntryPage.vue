<script setup lang="ts">
import { ExternalLink } from '@lucide/vue'
import type { Word } from '~~/core/model/evidence'
import type { Field } from '~~/core/rubric/field'
import type { Box } from '~~/core/model/zone'
import type { DocumentPage } from '~~/shared/views/documents'
import { isWordAt, takeable, takesWords, textIn } from './pageWords'
import { pictureOf } from './useDocument'
import { openSecondScreen } from './useSecondScreen'

/** The page beside an entry card: the place of the field with the cursor, and the words that it could take. */
const props = defineProps<{
  document: DocumentPage
  words: readonly Word[]
  field: Field | null
  mark: Box | null
  /** It stands in a window of its own. */
  elsewhere?: boolean
}>()
const pageAt = defineModel<number>({ required: true })
/** Words that are to stand in the field; with `add` behind those that were taken before. */
const emit = defineEmits<{ fill: [text: string, add: boolean]; changed: [] }>()

const page = computed(() => props.document.pages[pageAt.value] ?? props.document.pages[0] ?? null)
/** Where a checker found something wrong. */
const fault = computed(() => props.document.returned?.place ?? null)
const outlined = computed(() => takeable(props.words, props.field, props.document.languages))
const sweepsAt = (x: number, y: number) => props.field !== null && takesWords(props.field) && isWordAt(props.words, x, y)

function fillFrom(box: Box, add: boolean) {
  const text = textIn(props.words, box)
  if (text && props.field) emit('fill', text, add)
}

function onKey(event: KeyboardEvent) {
  if ((event.key !== 'PageDown' && event.key !== 'PageUp') || event.altKey) return
  pageAt.value = Math.min(props.document.pages.length - 1, Math.max(0, pageAt.value + (event.key === 'PageDown' ? 1 : -1)))
  event.preventDefault()
}
useEventListener('keydown', onKey)
</script>

<template>
  <div class="flex h-[70vh] min-w-0 flex-col lg:h-full">
    <div class="min-h-0 flex-1">
      <PageImage
        v-if="page"
        :src="pictureOf(page)"
        :alt="`Page ${pageAt + 1} of ${document.pages.length}`"
        :width-px="page.widthPx"
        :height-px="page.heightPx"
        :dpi="page.dpi"
        :mark="mark"
        :sweeps-at="sweepsAt"
        start="width"
        @point="(x, y) => fillFrom({ x, y, width: 0, height: 0 }, true)"
        @sweep="fillFrom($event, false)"
      >
        <span
          v-for="word in outlined"
          :key="`${word.x} ${word.y}`"
          class="pointer-events-none absolute border-b-[3px] border-lapis/50"
          :style="{
            left: `${word.x * page.dpi}px`,
            top: `${word.y * page.dpi}px`,
            width: `${word.width * page.dpi}px`,
            height: `${word.height * page.dpi + 4}px`,
          }"
        />
        <PageBox v-if="fault && fault.page === page.position && fault.box" :box="fault.box" :dpi="page.dpi" />
      </PageImage>
    </div>
    <PageTabs v-model="pageAt" :count="document.pages.length">
      <PageActs :key="document.id" :document="document" :at="pageAt" @changed="emit('changed')" />
      <span class="small ml-auto text-faded">click or drag over words to put them in the field</span>
      <button
        v-if="!elsewhere"
        type="button"
        class="grid size-9 place-items-center text-lapis"
        aria-label="Show the page in a window of its own"
        title="In a window of its own, for a second screen"
        @click="openSecondScreen"
      >
        <ExternalLink :size="17" />
      </button>
    </PageTabs>
  </div>
</template>
