<script setup lang="ts">
import type { Answer, Questions } from '~~/core/model/views'
import { counted } from '~/words/count'

// One batch's pages where the address names it, else those of all batches, one after the other.
const route = useRoute()
const only = computed(() => Number(route.query.batch) || null)
useHead({ title: 'Pages to fix · Rubricator' })
const { data, trouble, refresh } = useLoaded<Questions>(() => `/api/questions${only.value ? `?batch=${only.value}` : ''}`)
useLive(only, refresh)
const { running, trouble: answerTrouble, run } = useAction()

const question = computed(() => data.value?.questions[0] ?? null)
const expected = computed(() => (question.value && data.value?.expects[question.value.batch]) ?? { patterns: [], anyValue: true })
const value = ref('')
const input = useTemplateRef<HTMLInputElement>('input')

watch(() => question.value?.id, async () => {
  value.value = question.value?.lastValue ?? ''
  await nextTick()
  input.value?.focus()
  input.value?.select()
})

const fits = computed(() => {
  const { patterns, anyValue } = expected.value
  if (anyValue || !patterns.length) return value.value.trim() !== ''
  return patterns.some(pattern => new RegExp(pattern, 'u').test(value.value.trim()))
})

async function answer(said: Answer) {
  const page = question.value
  if (!page) return
  await run(async () => {
    await ask(`/api/pages/${page.id}/answer`, { method: 'POST', body: said })
    await refresh()
    if (!data.value?.questions.length && only.value) await navigateTo(`/batches/${only.value}`)
  })
}

const again = ref(false)
async function begun() {
  again.value = false
  await refresh()
}

function onKey(event: KeyboardEvent) {
  if (!event.altKey) return
  if (event.code === 'KeyB') void answer({ as: 'continue' })
  else if (event.code === 'KeyN') void answer({ as: 'start' })
  else if (event.code === 'KeyS') again.value = true
  else return
  event.preventDefault()
}
useEventListener('keydown', onKey)
</script>

<template>
  <TroubleBand :words="trouble" />
  <div v-if="question" class="grid gap-8 lg:h-[calc(100vh-4rem)] lg:grid-cols-[minmax(0,1fr)_23rem]">
    <div class="h-[70vh] lg:h-full">
      <PageImage :key="question.id" :src="`/api/pages/${question.id}/view?v=${question.picture}`" :alt="`Page ${question.position}`" :width-px="question.widthPx" :height-px="question.heightPx" :dpi="question.dpi" :spot="question.spot" />
    </div>
    <form class="flex flex-col" @submit.prevent="fits && answer({ as: 'code', value: value.trim() })">
      <p class="small text-faded">{{ counted(data!.count, 'page') }} to look at<template v-if="only"> in this batch · <NuxtLink to="/fix" class="link">those of all batches</NuxtLink></template></p>
      <p class="small"><NuxtLink :to="`/batches/${question.batch}`" class="link">{{ question.batchName }}</NuxtLink></p>
      <h1 class="initial mt-2 text-4xl">Page {{ question.position }}</h1>
      <p class="mt-3 border-l-2 border-ink pl-3 font-serif text-lg leading-snug italic">{{ question.why }}</p>
      <label class="mt-7 block" for="code">What does the number beside the bars say?</label>
      <input id="code" ref="input" v-model="value" class="field numbers mt-1 text-xl!" autocomplete="off" spellcheck="false" aria-describedby="code-help">
      <p id="code-help" class="small mt-1 min-h-10" :class="fits ? 'text-faded' : 'text-ochre'">
        {{ fits ? question.lastValue === value ? 'The last good value is filled in; change what differs.' : 'It fits the pattern.' : `It does not fit the pattern ${expected.patterns.join(' or ')}` }}
      </p>
      <TroubleBand :words="answerTrouble" />
      <button class="act mt-3 justify-between" :disabled="running || !fits">Take this value <kbd>Enter</kbd></button>
      <p class="mt-7 mb-2 text-faded">Or it has no number of its own:</p>
      <button type="button" class="act-quiet mb-3 justify-between whitespace-normal" :disabled="running" @click="answer({ as: 'continue' })">It belongs with the page before <kbd>Alt B</kbd></button>
      <button type="button" class="act-quiet justify-between whitespace-normal" :disabled="running" @click="answer({ as: 'start' })">It starts a document without a code <kbd>Alt N</kbd></button>
      <button type="button" class="act-quiet mt-3 justify-between whitespace-normal" :disabled="running" @click="again = true">It is bad: scan it again <kbd>Alt S</kbd></button>
    </form>
    <ScanAgain :page="again ? { id: question.id, batch: question.batch, position: question.position, source: question.source } : null" @close="again = false" @begun="begun" />
  </div>
  <div v-else-if="data" class="max-w-2xl py-10">
    <h1 class="initial text-3xl">{{ only ? 'No page of this batch needs your eye.' : 'No page needs your eye.' }}</h1>
    <NuxtLink :to="only ? `/batches/${only}` : '/'" class="act mt-6">{{ only ? 'Back to the ribbon' : 'Back to the Desk' }}</NuxtLink>
  </div>
</template>
