<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import type { DeviceChoice } from '~~/shared/views/devices'
import type { RubricChoice } from '~~/shared/views/rubrics'
import type { useStart } from '~/components/start/useStart'
import { deviceObstacle, deviceState } from '~/words/device'

useHead({ title: 'Start a scan · Rubricator' })
const { data: allRubrics, trouble: rubricTrouble } = useLoaded<RubricChoice[]>('/api/rubrics')
const rubrics = computed(() => allRubrics.value?.filter(one => one.mayScan))
const { data: devices, refresh: lookAgain } = useLoaded<DeviceChoice[]>('/api/devices')
const { running, trouble, run } = useAction()
const rubric = ref<string>()
const device = ref<string>()
const name = ref('')

watchEffect(() => {
  rubric.value ??= rubrics.value?.length === 1 ? rubrics.value[0]!.id : undefined
  device.value ??= devices.value?.length === 1 ? devices.value[0]!.id : undefined
})
useIntervalFn(() => void lookAgain(), 3000)

const files = 'files'
const fromFiles = computed(() => device.value === files)
const chosen = computed(() => devices.value?.find(one => one.id === device.value) ?? null)
const obstacle = computed(() => {
  if (!rubric.value) return 'Choose a rubric first.'
  if (fromFiles.value) return null
  if (!chosen.value) return 'Choose a device first.'
  return deviceObstacle(chosen.value, rubrics.value?.find(one => one.id === rubric.value)?.source ?? 'feeder')
})

/** What the chosen rubric asks before it begins. */
const form = shallowRef<ReturnType<typeof useStart> | null>(null)
watch(rubric, () => (form.value = null), { flush: 'sync' })
const blocked = computed(() => obstacle.value ?? form.value?.missing.value ?? null)
const act = computed(() =>
  running.value
    ? 'Starting…'
    : fromFiles.value
      ? 'Begin: choose the files next'
      : rubrics.value?.find(one => one.id === rubric.value)?.source === 'glass'
        ? 'Scan the page on the glass'
        : 'Scan the stack',
)

const dropTrouble = ref<string | null>(null)
/** Begins a batch of files as it is filled in; null where something is still missing. */
const ready = computed(() => (form.value?.missing.value === null ? () => form.value!.start(null, name.value) : null))

async function start() {
  await run(async () => {
    const id = await form.value!.start(fromFiles.value ? null : device.value!, name.value)
    await navigateTo(`/batches/${id}`)
  })
}
</script>

<template>
  <PageTitle title="Start a scan">
    <NuxtLink to="/sheets" class="act-quiet">Print separator sheets</NuxtLink>
  </PageTitle>
  <TroubleBand :words="dropTrouble ?? trouble ?? rubricTrouble" />
  <DropAnywhere :rubrics="rubrics ?? []" :chosen="rubric ?? null" :start="ready" @trouble="dropTrouble = $event" />
  <form class="grid max-w-6xl items-start gap-x-14 gap-y-8 lg:grid-cols-[1fr_27rem]" @submit.prevent="start">
    <RadioGroup v-model="rubric">
      <RadioGroupLabel class="mb-2 block font-serif text-2xl">What kind of paper is it?</RadioGroupLabel>
      <RadioGroupOption v-for="one in rubrics ?? []" :key="one.id" v-slot="{ checked }" :value="one.id" class="mb-1.5 rounded-xs">
        <div class="border bg-leaf px-5 py-2" :class="checked ? 'border-lapis ring-1 ring-lapis' : 'border-rule'">
          <p class="flex items-center gap-3 font-serif text-xl">
            <span class="grid size-5 place-items-center rounded-full border border-ink" aria-hidden="true"
              ><span v-if="checked" class="size-2.5 rounded-full bg-lapis"
            /></span>
            <RubricPicture :icon="one.icon" :size="22" class="shrink-0 text-faded" />
            {{ one.name }}
          </p>
          <p v-if="one.about && !checked" class="small truncate pl-8 text-faded">{{ one.about }}</p>
          <ul v-if="checked" class="mt-1.5 mb-2 space-y-0.5 pl-8 text-faded">
            <li v-for="sentence in form?.words.value.length ? form.words.value : one.words" :key="sentence">{{ sentence }}</li>
          </ul>
        </div>
      </RadioGroupOption>
      <p v-if="rubrics && !rubrics.length" class="text-faded">No rubric is set up yet. A steward makes the first one.</p>
    </RadioGroup>
    <div class="sticky top-6 flex max-h-[calc(100vh-9.5rem)] flex-col">
      <div class="min-h-0 flex-1 overflow-y-auto px-1">
        <RadioGroup v-model="device">
          <RadioGroupLabel class="mb-2 block font-serif text-2xl">Where does it come from?</RadioGroupLabel>
          <RadioGroupOption v-for="one in devices ?? []" :key="one.id" v-slot="{ checked }" :value="one.id" class="mb-1.5 rounded-xs">
            <div
              class="flex items-center gap-3 border bg-leaf px-5 py-2.5"
              :class="checked ? 'border-lapis ring-1 ring-lapis' : 'border-rule'"
            >
              <span class="grid size-5 shrink-0 place-items-center rounded-full border border-ink" aria-hidden="true"
                ><span v-if="checked" class="size-2.5 rounded-full bg-lapis"
              /></span>
              <span class="text-lg">{{ one.name }}</span>
              <span class="small ml-auto text-faded">{{ deviceState(one.status) }}</span>
            </div>
          </RadioGroupOption>
          <RadioGroupOption v-slot="{ checked }" :value="files" class="mb-1.5 rounded-xs">
            <div
              class="flex items-center gap-3 border bg-leaf px-5 py-2.5"
              :class="checked ? 'border-lapis ring-1 ring-lapis' : 'border-rule'"
            >
              <span class="grid size-5 shrink-0 place-items-center rounded-full border border-ink" aria-hidden="true"
                ><span v-if="checked" class="size-2.5 rounded-full bg-lapis"
              /></span>
              <span class="text-lg">Files</span><span class="small ml-auto text-faded">from this computer</span>
            </div>
          </RadioGroupOption>
          <p v-if="devices && !devices.length" class="text-faded">No device is set up yet. A steward adds the first one.</p>
        </RadioGroup>
        <StartWith v-if="rubric" :key="rubric" class="mt-2" :rubric="rubric" @start="form = $event" />
        <label class="mt-5 block"
          >Name of the batch
          <input v-model="name" class="field mt-1" maxlength="120" placeholder="the rubric's name and the time" />
        </label>
      </div>
      <div class="px-1">
        <p class="mt-3 min-h-6 text-ochre" aria-live="polite">{{ blocked }}</p>
        <button class="act mt-2 w-full justify-center" :disabled="running || blocked !== null">{{ act }}</button>
      </div>
    </div>
  </form>
</template>
