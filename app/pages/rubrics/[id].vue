<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { issueText } from '~~/core/model/issues'
import { readRubric } from '~~/core/rubric/readRubric'
import { rubricChanges } from '~~/core/rubric/rubricDifference'
import type AskFirst from '~/components/parts/AskFirst.vue'
import type { RubricChange } from '~~/core/rubric/rubricDifference'
import type { BatchRow } from '~~/shared/views/batches'
import type { RubricDraft, RubricText } from '~~/shared/views/rubrics'
import type { DestinationChoice } from '~~/shared/views/setUp'
import { rubricText, startingText } from '~/components/rubric/startingText'
import { saidTime } from '~/words/time'

definePageMeta({ key: route => route.path })
const id = String(useRoute().params.id)
const isNew = id === 'new'
const me = useMe()
const { data: destinations } = useLoaded<DestinationChoice[]>('/api/destinations')
const { data: batches } = useLoaded<BatchRow[]>('/api/batches')
const loaded = isNew ? null : useLoaded<RubricText>(`/api/rubrics/${id}`, { is: 'the page' })
const draft = isNew ? null : useLoaded<{ draft: RubricDraft | null }>(`/api/rubrics/${id}/draft`)
type Tab = 'scan' | 'clean' | 'rules' | 'types' | 'files' | 'send' | 'check' | 'who' | 'try' | 'text' | 'versions'
const tabs: { id: Tab; name: string }[] = [
  { id: 'scan', name: 'Scanning' },
  { id: 'clean', name: 'Cleaning' },
  { id: 'rules', name: 'Splitting' },
  { id: 'types', name: 'Types and fields' },
  { id: 'files', name: 'Reading and files' },
  { id: 'send', name: 'Where it goes' },
  { id: 'check', name: 'Checking' },
  ...(isNew ? [] : [{ id: 'who' as const, name: 'Who' }]),
  { id: 'try', name: 'Try it' },
  { id: 'text', name: 'The whole text' },
  ...(isNew ? [] : [{ id: 'versions' as const, name: 'Versions' }]),
]
const tab = ref<Tab>(isNew ? 'scan' : 'rules')
const text = ref('')
/** What a new rubric began with: from there on it is somebody's work. */
const begun = ref('')
const untouched = computed(() => text.value === begun.value)
function begin(from: string) {
  text.value = from
  begun.value = from
}
const version = ref(0)
/** What is wrong first; null where the rubric is sound. */
const fault = ref<string | null>(null)
const sound = computed(() => text.value !== '' && fault.value === null)
const saved = ref<string | null>(null)
const { running, trouble, run } = useAction()

const published = computed(() =>
  isNew
    ? destinations.value && startingText('one-document', destinations.value[0]?.id ?? null, me.person?.habits.languages ?? ['eng'])
    : loaded?.data.value && rubricText(loaded.data.value.body),
)
/** The types that documents have now. */
const publishedTypes = computed(() => {
  const read = readRubric(loaded?.data.value?.body)
  return read.ok ? read.rubric.types : []
})
const kept = ref<RubricDraft | null>(null)
watch(
  [published, () => draft?.data.value],
  ([found, answer]) => {
    // Nothing that is fetched again takes the place of what somebody wrote.
    if (!found || (draft && !answer) || (isNew && !untouched.value)) return
    kept.value = answer?.draft ?? null
    begin(kept.value ? rubricText(kept.value.body) : found)
    version.value = loaded?.data.value?.version ?? 0
  },
  { immediate: true },
)
const changed = computed(() => isNew || (published.value !== null && text.value !== '' && text.value !== published.value))
watch(text, now => {
  saved.value = null
  try {
    const read = readRubric(JSON.parse(now))
    fault.value = read.ok ? null : issueText(read.issues[0]!)
  } catch {
    fault.value = 'the text is no JSON at the moment'
  }
})

// A draft is kept as one writes; batches go on with the version that is published.
const draftState = ref('')
const keepDraft = useDebounceFn(async () => {
  if (isNew || !sound.value || !changed.value || running.value) return
  try {
    await ask(`/api/rubrics/${id}/draft`, { method: 'PUT', body: { from: version.value, body: JSON.parse(text.value) as unknown } })
    draftState.value = 'Draft kept.'
  } catch (error) {
    draftState.value = `The draft is not kept: ${troubleWords(error)}`
  }
}, 900)
watch(text, () => {
  if (!changed.value) return
  draftState.value = ''
  void keepDraft()
})
const discard = () =>
  run(async () => {
    await ask(`/api/rubrics/${id}/draft`, { method: 'DELETE' })
    kept.value = null
    draftState.value = ''
    text.value = published.value ?? ''
  })

const mine = computed(() => {
  const name = loaded?.data.value?.name
  return [...(batches.value ?? [])]
    .filter(batch => batch.sides > 0)
    .sort((a, b) => Number(b.rubric === name) - Number(a.rubric === name) || b.id - a.id)
})
const sample = ref<number | null>(null)
watch(mine, list => {
  const first = list[0]
  if (sample.value === null && first && first.rubric === loaded?.data.value?.name) sample.value = first.id
})
const unknown = computed(() => {
  if (!sound.value || !destinations.value) return null
  const { send = [] } = JSON.parse(text.value) as { send?: { to: string }[] }
  const missing = send.find(one => !destinations.value!.some(known => known.id === one.to))
  return missing
    ? `It sends to “${missing.to}”, which is not set up. There are ` +
        `${destinations.value.map(one => `“${one.id}”`).join(', ') || 'none yet'}.`
    : null
})
useHead({ title: () => `${loaded?.data.value?.name ?? 'New rubric'} · Rubricator` })

/** What publishing would change, shown before it does. */
const publishing = shallowRef<RubricChange[] | null>(null)
function review() {
  const [before, after] = [readRubric(JSON.parse(published.value!)), readRubric(JSON.parse(text.value))]
  publishing.value = before.ok && after.ok ? rubricChanges(before.rubric, after.rubric) : []
}
async function publish() {
  publishing.value = null
  await run(async () => {
    const body = JSON.parse(text.value) as unknown
    const answer = isNew
      ? await ask<{ id: string; version: number }>('/api/rubrics', { method: 'POST', body: { body } })
      : await ask<{ id: string; version: number }>(`/api/rubrics/${id}`, { method: 'PUT', body: { from: version.value, body } })
    if (isNew) {
      await navigateTo(`/rubrics/${answer.id}`)
      return
    }
    await Promise.all([draft?.refresh(), loaded?.refresh()])
    draftState.value = ''
    saved.value = `Version ${answer.version} holds from the next batch on. Batches that were begun keep theirs.`
  })
}

/** The rubric as a file, for another office or a drawer. */
function saveFile() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text.value], { type: 'application/json' }))
  link.download = `${loaded?.data.value?.name ?? 'rubric'}.rubric.json`
  link.click()
  URL.revokeObjectURL(link.href)
}

const leaving = useTemplateRef<InstanceType<typeof AskFirst>>('leaving')
// Text that is not sound is not kept, so it is not thrown away by a slip of the hand.
onBeforeRouteLeave(() => !changed.value || running.value || (isNew ? untouched.value : sound.value) || leaving.value!.sure())
useEventListener('beforeunload', event => isNew && !untouched.value && event.preventDefault())
</script>

<template>
  <PageTitle :title="loaded?.data.value?.name ?? 'New rubric'">
    <template #above>
      <p class="small flex gap-4 text-faded">
        <NuxtLink to="/rubrics" class="link">Rubrics</NuxtLink><span v-if="version">version {{ version }}</span
        ><span role="status">{{ draftState }}</span>
      </p>
    </template>
    <button v-if="changed && !isNew" type="button" class="act-quiet" :disabled="running" @click="discard">Throw the draft away</button>
    <button v-if="isNew" type="button" class="act" :disabled="running || !sound" @click="publish">Save the rubric</button>
    <button v-else type="button" class="act" :disabled="running || !sound || !changed" @click="review">
      Publish as version {{ version + 1 }}…
    </button>
  </PageTitle>
  <TroubleBand :words="trouble ?? loaded?.trouble.value ?? null" />
  <p v-if="saved" class="mb-4 text-verdigris" role="status">{{ saved }}</p>
  <p v-if="kept && changed" class="mb-3 border-l-4 border-ochre bg-ochre-wash px-4 py-1.5">
    A draft of {{ kept.person }}, kept {{ saidTime(kept.savedAt) }}, is open here<template v-if="kept.from !== version"
      >; it was begun from version {{ kept.from }}, and version {{ version }} is published now</template
    >.
  </p>
  <p v-if="unknown" class="mb-3 text-ochre">{{ unknown }}</p>
  <p v-if="text && fault && tab !== 'text'" class="mb-3 text-ochre" role="status">Not sound yet: {{ fault }}.</p>
  <BeginRubric v-if="isNew && untouched && destinations" :destination="destinations[0]?.id ?? null" @text="begin" />
  <SuggestionsPart v-if="!isNew && text && published" :id="id" v-model="text" @taken="tab = $event" />
  <TabGroup :selected-index="tabs.findIndex(one => one.id === tab)" @change="tab = tabs[$event]!.id">
    <TabList aria-label="Parts of the rubric" class="mb-5 flex gap-1 border-b border-rule">
      <Tab v-for="one in tabs" :key="one.id" v-slot="{ selected }" as="template">
        <button
          type="button"
          class="min-h-11 border-b-2 px-2 font-serif text-[1.08rem] whitespace-nowrap"
          :class="selected ? 'border-ink' : 'border-transparent text-lapis'"
        >
          {{ one.name }}
        </button>
      </Tab>
    </TabList>
    <TabPanels v-if="text">
      <TabPanel v-for="one in tabs" :key="one.id" tabindex="-1">
        <ScanPart v-if="one.id === 'scan'" v-model="text" />
        <CleanPart v-else-if="one.id === 'clean'" v-model="text" v-model:sample="sample" :batches="mine" />
        <RuleEditor v-else-if="one.id === 'rules'" v-model="text" v-model:sample="sample" :batches="mine" />
        <TypesPart v-else-if="one.id === 'types'" :id="isNew ? null : id" v-model="text" v-model:sample="sample" :batches="mine" />
        <FilesPart v-else-if="one.id === 'files'" v-model="text" v-model:sample="sample" :batches="mine" />
        <SendPart v-else-if="one.id === 'send'" v-model="text" :destinations="destinations ?? []" />
        <CheckPart v-else-if="one.id === 'check'" :id="isNew ? null : id" v-model="text" />
        <WhoPart v-else-if="one.id === 'who'" :id="id" :types="publishedTypes" />
        <TryIt v-else-if="one.id === 'try'" v-model:sample="sample" :text="text" :sound="sound" :batches="mine" />
        <div v-else-if="one.id === 'text'" class="flex min-h-[30rem] flex-col lg:h-[calc(100vh-14rem)]">
          <p class="mb-3 flex gap-6">
            <button type="button" class="link" @click="saveFile">Save it as a file</button>
            <RubricFile @text="text = $event">Take it from a file</RubricFile>
          </p>
          <RubricText v-model="text" class="flex-1" />
        </div>
        <RubricVersions v-else :id="id" :key="version" :text="text" @take="text = rubricText($event)" />
      </TabPanel>
    </TabPanels>
  </TabGroup>
  <AskFirst
    ref="leaving"
    :title="isNew ? 'Leave without this rubric?' : 'Leave without the last changes?'"
    :words="isNew ? 'This rubric is not saved yet.' : 'The text is not sound, so its last changes are not kept.'"
    :yes="isNew ? 'Leave without it' : 'Leave without them'"
    no="Stay here"
  />
  <DialogFrame :open="publishing !== null" :title="`What version ${version + 1} changes`" wide @close="publishing = null">
    <RubricChanges :changes="publishing ?? []" />
    <p class="mt-5 flex gap-3">
      <button type="button" class="act" :disabled="running" @click="publish">Publish it</button
      ><button type="button" class="act-quiet" @click="publishing = null">Not yet <kbd>Esc</kbd></button>
    </p>
  </DialogFrame>
</template>
