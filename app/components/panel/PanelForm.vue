<script setup lang="ts">
import { ChevronRight, Play } from '@lucide/vue'
import type { Field } from '~~/core/rubric/field'
import type { PanelView } from '~~/shared/views/devices'
import type { OpenSend } from '~~/shared/views/start'
import { deviceObstacle } from '~/words/device'
import { settingWords } from '~/words/settings'
import { useStart } from '../start/useStart'

const props = defineProps<{ rubric: string; device: NonNullable<PanelView['device']> }>()
const emit = defineEmits<{ back: []; started: [batch: number] }>()

const start = useStart(props.rubric)
const { form, draft, settings, words, missing, shown, faultOf } = start
const { running, trouble, run } = useAction()
const field = shallowRef<Field | null>(null)
const send = shallowRef<OpenSend | null>(null)
const changing = ref(false)

const obstacle = computed(() => (form.value ? (missing.value ?? deviceObstacle(props.device, form.value.source)) : 'One moment…'))
const placeWords = ({ to, asks }: OpenSend) => {
  const chosen = draft.value.sends[to]
  if (asks === 'people') return chosen?.people.length ? chosen.people.join(', ') : 'nobody chosen yet'
  return chosen?.folder || 'its own folder'
}
const several = computed(
  () => Object.entries(start.answers.value).find(([, answer]) => answer.records.length > 1 && !answer.chosen) ?? null,
)
const lookupTrouble = computed(() => Object.values(start.answers.value).find(answer => answer.trouble)?.trouble ?? null)

/** The next field that lacks something, so that one thing follows the other. */
async function entered() {
  const fields = form.value?.fields ?? []
  const at = fields.findIndex(one => one.id === field.value?.id)
  field.value = null
  await run(() => start.lookUp())
  field.value = fields.slice(at + 1).find(one => faultOf(one)) ?? null
}
const begin = () => run(async () => emit('started', await start.start(props.device.id)))
</script>

<template>
  <FieldEntry
    v-if="field"
    :key="field.id"
    :field="field"
    :value="draft.values[field.id] ?? ''"
    :languages="form?.rubric.read.languages ?? []"
    @done="
      value => {
        draft.values[field!.id] = value
        entered()
      }
    "
    @back="field = null"
  />
  <PlaceEntry
    v-else-if="send"
    :send="send"
    :chosen="draft.sends[send.to] ?? null"
    @done="
      value => {
        draft.sends[send!.to] = value
        send = null
      }
    "
    @back="send = null"
  />
  <SettingsEntry v-else-if="changing && form && settings" v-model="draft.choices" :form="form" @back="changing = false" />
  <div v-else class="grid min-h-0 flex-1 grid-cols-[1fr_22rem]">
    <div class="min-h-0 overflow-y-auto px-8 py-5">
      <PanelTitle :title="form?.name ?? ''" @back="emit('back')" />
      <TroubleBand :words="trouble ?? start.trouble.value ?? lookupTrouble" />
      <div v-if="several" class="mb-4 border border-ochre bg-leaf p-4">
        <p class="mb-2 text-ochre">There are {{ several[1].records.length }}. Which {{ several[1].noun }} is it?</p>
        <button
          v-for="record in several[1].records"
          :key="record.id"
          type="button"
          class="touch mb-2 w-full justify-start!"
          @click="run(() => start.lookUp({ system: several![0], record: record.id }))"
        >
          {{ record.shown.join(', ') }}
        </button>
      </div>
      <ul v-if="form" class="space-y-2">
        <li v-for="one in form.fields" :key="one.id">
          <button type="button" class="touch w-full justify-between! text-left" @click="field = one">
            <span>{{ one.label }}<span v-if="one.required" class="text-faded"> *</span></span>
            <span class="flex min-w-0 items-center gap-2" :class="faultOf(one) ? 'text-ochre' : 'font-serif text-xl'"
              ><span class="truncate">{{ shown(one) || (one.required ? 'needed' : '') }}</span
              ><ChevronRight :size="22" class="shrink-0 text-faded" aria-hidden="true"
            /></span>
          </button>
        </li>
        <li v-for="one in form.sends" :key="one.to">
          <button type="button" class="touch w-full justify-between! text-left" @click="send = one">
            <span>{{ one.asks === 'people' ? 'To whom' : `Where in ${one.name}` }}</span>
            <span
              class="flex min-w-0 items-center gap-2"
              :class="one.asks === 'people' && !draft.sends[one.to]?.people.length ? 'text-ochre' : 'font-serif text-xl'"
              ><span class="truncate">{{ placeWords(one) }}</span><ChevronRight :size="22" class="shrink-0 text-faded" aria-hidden="true"
            /></span>
          </button>
        </li>
        <li v-if="form.mayChange.length && settings">
          <button type="button" class="touch w-full justify-between! text-left" @click="changing = true">
            <span class="whitespace-nowrap">How it is scanned</span>
            <span class="flex min-w-0 items-center gap-2 font-serif text-xl"
              ><span class="line-clamp-2 text-right leading-tight">{{ settingWords(settings) }}</span
              ><ChevronRight :size="22" class="shrink-0 text-faded" aria-hidden="true"
            /></span>
          </button>
        </li>
      </ul>
    </div>
    <aside class="flex min-h-0 flex-col border-l border-rule bg-leaf px-6 py-5">
      <h3 class="text-xl">What it will do</h3>
      <ul class="mt-2 min-h-0 flex-1 space-y-1.5 overflow-y-auto text-base text-faded" tabindex="0" aria-label="What the rubric will do">
        <li v-for="sentence in words" :key="sentence">{{ sentence }}</li>
      </ul>
      <p class="my-3 min-h-6 text-base text-ochre" role="status">{{ obstacle }}</p>
      <button type="button" class="touch touch-act min-h-20! w-full text-2xl!" :disabled="running || obstacle !== null" @click="begin">
        <Play :size="28" aria-hidden="true" /> {{ running ? 'Starting…' : form?.source === 'glass' ? 'Scan the glass' : 'Scan' }}
      </button>
    </aside>
  </div>
</template>
