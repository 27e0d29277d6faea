<script setup lang="ts">
import type { Answer } from '~~/core/model/evidence'
import type { Questions } from '~~/shared/views/pages'
import { patternOf } from '~~/core/pattern/pattern'
import { counted } from '~/words/count'

// One batch's pages where the address names it, else those of all batches, one after the other.
const route = useRoute()
const only = computed(() => Number(route.query.batch) || null)
useHead({ title: 'Pages to fix · Rubricator' })
const { data, trouble, refresh } = useLoaded<Questions>(() => `/api/questions${only.value ? `?batch=${only.value}` : ''}`)
useLive(only, refresh)
const { running, trouble: answerTrouble, run } = useAction()

/** Pages that are answered already; the next one is shown before the server says so. */
const answered = ref(new Set<number>())
const waiting = computed(() => data.value?.questions.filter(one => !answered.value.has(one.id)) ?? [])
const question = computed(() => waiting.value[0] ?? null)
// The pictures of the next pages are fetched while this one is looked at.
const ahead = computed(() => waiting.value.slice(1, 3).map(one => `/api/pages/${one.id}/view?v=${one.picture}`))
const value = ref('')
const input = useTemplateRef<HTMLInputElement>('input')

watch(
  () => question.value?.id,
  async () => {
    value.value = question.value?.lastValue ?? ''
    await nextTick()
    input.value?.focus()
    input.value?.select()
  },
)

const fits = computed(() => {
  const patterns = question.value?.patterns ?? []
  return value.value.trim() !== '' && (!patterns.length || patterns.some(pattern => patternOf(pattern).test(value.value.trim())))
})
const expects = computed(() => question.value?.expects.join(', or ') ?? '')

async function answer(said: Answer) {
  const page = question.value
  if (!page || running.value) return
  const done = await run(async () => {
    await ask(`/api/pages/${page.id}/answer`, { method: 'POST', body: said })
    answered.value.add(page.id)
  })
  if (!done) return
  await refresh()
  if (!data.value?.questions.length && only.value) await navigateTo(`/batches/${only.value}`)
}
const take = (candidate: string) => answer({ as: 'code', value: candidate })

const again = ref(false)
async function begun() {
  again.value = false
  await refresh()
}

function onKey(event: KeyboardEvent) {
  if (!event.altKey) return
  const number = /^(?:Digit|Numpad)([1-5])$/.exec(event.code)?.[1]
  const candidate = number ? question.value?.candidates[Number(number) - 1] : undefined
  if (candidate) void take(candidate.value)
  else if (event.code === 'KeyB') void answer({ as: 'continue' })
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
      <PageImage
        :key="question.id"
        :src="`/api/pages/${question.id}/view?v=${question.picture}`"
        :alt="`Page ${question.position}`"
        :width-px="question.widthPx"
        :height-px="question.heightPx"
        :dpi="question.dpi"
        :spot="question.spot"
      />
      <link v-for="src in ahead" :key="src" rel="prefetch" as="image" :href="src" />
    </div>
    <form class="flex min-h-0 flex-col overflow-y-auto px-1" @submit.prevent="fits && answer({ as: 'code', value: value.trim() })">
      <p class="small text-faded">
        {{ counted(data!.count, 'page') }} to look at<template v-if="only">
          in this batch · <NuxtLink to="/fix" class="link">those of all batches</NuxtLink></template
        >
      </p>
      <p class="small">
        <NuxtLink :to="`/batches/${question.batch}`" class="link">{{ question.batchName }}</NuxtLink>
      </p>
      <h1 class="initial mt-1 text-3xl">Page {{ question.position }}</h1>
      <p class="mt-2 max-h-32 overflow-y-auto border-l-2 border-ink pl-3 font-serif text-base leading-snug italic" tabindex="0">
        {{ question.why }}
      </p>
      <label class="mt-4 block" for="code">What does the number beside the bars say?</label>
      <input
        id="code"
        ref="input"
        v-model="value"
        class="field numbers mt-1 text-xl!"
        autocomplete="off"
        spellcheck="false"
        aria-describedby="code-help"
      />
      <p id="code-help" class="small mt-1 min-h-6" :class="fits ? 'text-faded' : 'text-ochre'">
        Expected: {{ expects || 'a value'
        }}{{ fits ? (question.lastValue === value ? '. This is the last good value; change what differs.' : '. It fits.') : '.' }}
      </p>
      <TroubleBand :words="answerTrouble" />
      <button class="act mt-1 justify-between" :disabled="running || !fits">Take this value <kbd>Enter</kbd></button>
      <template v-if="question.candidates.length">
        <p class="small mt-3 mb-1 text-faded">Or one of these, the likelier first:</p>
        <ol class="space-y-1">
          <li v-for="(one, at) in question.candidates" :key="one.value">
            <button
              type="button"
              class="flex min-h-10 w-full items-center gap-3 rounded-xs border border-rule bg-leaf px-3 text-left hover:border-lapis"
              :disabled="running"
              @click="take(one.value)"
            >
              <span class="numbers text-lapis">{{ one.value }}</span><span class="small flex-1 text-faded">{{ one.why }}</span
              ><kbd>Alt {{ at + 1 }}</kbd>
            </button>
          </li>
        </ol>
      </template>
      <p class="small mt-3 mb-1 text-faded">Or it has no number of its own:</p>
      <button
        type="button"
        class="act-quiet mb-1.5 min-h-10! justify-between whitespace-normal"
        :disabled="running"
        @click="answer({ as: 'continue' })"
      >
        It belongs with the page before <kbd>Alt B</kbd>
      </button>
      <button
        type="button"
        class="act-quiet mb-1.5 min-h-10! justify-between whitespace-normal"
        :disabled="running"
        @click="answer({ as: 'start' })"
      >
        It starts a document without a code <kbd>Alt N</kbd>
      </button>
      <button type="button" class="act-quiet min-h-10! justify-between whitespace-normal" :disabled="running" @click="again = true">
        It is bad: scan it again <kbd>Alt S</kbd>
      </button>
    </form>
    <ScanAgain
      :page="again ? { id: question.id, batch: question.batch, position: question.position, source: question.source } : null"
      @close="again = false"
      @begun="begun"
    />
  </div>
  <div v-else-if="data" class="max-w-2xl py-10">
    <h1 class="initial text-3xl">{{ only ? 'No page of this batch needs your eye.' : 'No page needs your eye.' }}</h1>
    <NuxtLink :to="only ? `/batches/${only}` : '/'" class="act mt-6">{{ only ? 'Back to the ribbon' : 'Back to the Desk' }}</NuxtLink>
  </div>
</template>
