<script setup lang="ts">
import type { Word } from '~~/core/model/evidence'
import type { DocumentPage, PageOfDocument } from '~~/shared/views/documents'
import { counted } from '~/words/count'
import { wordAt } from '../entry/pageWords'
import { pictureOf } from '../entry/useDocument'

/** The words that were read on a page, over its picture: the doubtful ones first, each put right where it stands. */
const props = defineProps<{ document: DocumentPage; page: PageOfDocument }>()
const emit = defineEmits<{ done: [] }>()
const { data: words, trouble } = useLoaded<Word[]>(`/api/pages/${props.page.id}/words`)
const { running, trouble: actionTrouble, run } = useAction()

/** Below this a person looks. */
const sure = 0.75
const doubtful = computed(() =>
  (words.value ?? [])
    .map((word, at) => ({ word, at }))
    .filter(({ word }) => word.confidence < sure)
    .sort((one, other) => one.word.confidence - other.word.confidence),
)
/** What was typed, by the word's place in the reading. */
const typed = ref(new Map<number, string>())
const chosen = ref<number | null>(null)
const text = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
const word = computed(() => (chosen.value === null ? null : (words.value?.[chosen.value] ?? null)))
function choose(at: number | null) {
  chosen.value = at
  text.value = at === null ? '' : (typed.value.get(at) ?? words.value![at]!.text)
  void nextTick(() => (field.value?.focus(), field.value?.select()))
}
watch(
  () => words.value !== null,
  there => there && chosen.value === null && choose(doubtful.value[0]?.at ?? null),
  { immediate: true },
)
const pointed = (x: number, y: number) => {
  const at = wordAt(words.value ?? [], x, y)
  if (at !== null) choose(at)
}
function take(said: string) {
  const at = chosen.value!
  if (said.trim() === words.value![at]!.text) typed.value.delete(at)
  else typed.value.set(at, said.trim())
  typed.value = new Map(typed.value)
  const place = doubtful.value.findIndex(one => one.at === at)
  choose(doubtful.value[place + 1]?.at ?? null)
}
function takeBack(at: number) {
  typed.value.delete(at)
  typed.value = new Map(typed.value)
  choose(at)
}
const changes = computed(() => [...typed.value].map(([at, said]) => ({ at, was: words.value![at]!.text, said })))
const code = ref('')
const filed = computed(() => props.document.state === 'sent')
const save = () =>
  run(async () => {
    await ask(`/api/pages/${props.page.id}/words`, {
      method: 'PUT',
      body: { words: changes.value, ...(props.document.needsCode && filed.value ? { code: code.value } : {}) },
    })
    emit('done')
  })
const css = ({ x, y, width, height }: Word) => {
  const { dpi } = props.page
  return { left: `${x * dpi}px`, top: `${y * dpi}px`, width: `${width * dpi}px`, height: `${height * dpi}px` }
}
</script>

<template>
  <div class="grid min-h-0 flex-1 gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
    <div class="min-h-[50vh] lg:min-h-0">
      <PageImage
        :src="pictureOf(page)"
        alt="The page"
        :width-px="page.widthPx"
        :height-px="page.heightPx"
        :dpi="page.dpi"
        :mark="word"
        start="width"
        @point="pointed"
      >
        <span
          v-for="{ word: one, at } in doubtful"
          :key="at"
          class="pointer-events-none absolute border-b-[3px]"
          :class="typed.has(at) ? 'border-verdigris' : 'border-ochre'"
          :style="css(one)"
        />
        <span
          v-for="{ at, said } in changes"
          :key="`typed ${at}`"
          class="pointer-events-none absolute -translate-y-full bg-leaf/90 px-1 text-[1.6rem] leading-tight whitespace-nowrap text-lapis"
          :style="{ ...css(words![at]!), width: 'auto', height: 'auto' }"
          >{{ said || 'nothing' }}</span
        >
      </PageImage>
    </div>
    <section class="flex min-h-0 flex-col" aria-label="Words of this page">
      <TroubleBand :words="trouble ?? actionTrouble" />
      <p v-if="words" class="mb-3">
        {{ counted(words.length, 'word') }} read<template v-if="doubtful.length">, {{ doubtful.length }} of them in doubt</template>. Click
        a word on the page to put it right.
      </p>
      <form v-if="word" class="border border-rule p-3" @submit.prevent="take(text)">
        <p class="small text-faded">
          Read as <span class="numbers text-ink">{{ word.text }}</span>, {{ Math.round(word.confidence * 100) }} % sure
        </p>
        <label class="mt-1 block"
          >It says <input ref="field" v-model="text" class="field numbers" maxlength="200" autocomplete="off" spellcheck="false"
        /></label>
        <p class="mt-2 flex items-center gap-4">
          <button class="act-quiet min-h-9!">{{ text.trim() === word.text ? 'It is right' : 'Take it' }} <kbd>Enter</kbd></button>
          <button type="button" class="link" @click="take('')">Nothing stands there</button>
        </p>
      </form>
      <ul class="mt-3 min-h-0 flex-1 overflow-y-auto" tabindex="0" aria-label="Words put right">
        <li v-for="one in changes" :key="one.at" class="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
          <span class="min-w-0 break-words"><s class="text-faded">{{ one.was }}</s> {{ one.said || '(nothing)' }}</span>
          <button type="button" class="link small" @click="takeBack(one.at)">Take it back</button>
        </li>
      </ul>
      <form v-if="changes.length" class="border-t border-rule pt-3" @submit.prevent="save">
        <p class="small text-faded">
          Search follows at once{{
            filed ? `; its files are made anew and sent as edition ${document.edition + 1}` : ', its files when they are made'
          }}.
        </p>
        <CodeAgain v-if="document.needsCode && filed" v-model="code" class="mt-2" />
        <p class="mt-2">
          <button class="act w-full" :disabled="running">Keep {{ counted(changes.length, 'word') }}</button>
        </p>
      </form>
    </section>
  </div>
</template>
