<script setup lang="ts">
import type { Redaction } from '~~/core/model/evidence'
import type { Box } from '~~/core/model/zone'
import type { PageRedactions } from '~~/shared/views/pages'
import { counted } from '~/words/count'
import { blackenedBy } from '~/words/blackened'

/** What is black on a page, over the page as it is kept or over what is under it; boxes are added, moved and taken away. */
const props = defineProps<{ page: { id: number; picture: string | null }; editable: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { data: known, trouble } = useLoaded<PageRedactions>(`/api/pages/${props.page.id}/redactions`)
const { running, trouble: actionTrouble, run } = useAction()

/** A place: the machine's, shown after all or not, or a person's. */
interface Place {
  key: number
  box: Box
  by: Redaction['by']
  shown: boolean
}
const places = ref<Place[]>([])
let next = 0
const place = (box: Box, by: Redaction['by'], shown = false): Place => ({ key: next++, box, by, shown })
const boxOf = ({ x, y, width, height }: Box): Box => ({ x, y, width, height })
watch(known, now => {
  if (!now) return
  places.value = [
    ...now.redactions.map(one => place(boxOf(one), one.by)),
    ...(now.byHand?.show ?? []).map(box => place(boxOf(box), 'highlighter', true)),
  ]
})
const under = ref(false)
const why = ref('')
const decision = computed(() => ({
  add: places.value.filter(one => one.by === 'person' && !one.shown).map(one => one.box),
  show: places.value.filter(one => one.by !== 'person' && one.shown).map(one => one.box),
}))
const changed = computed(
  () =>
    known.value !== null &&
    JSON.stringify(decision.value) !==
      JSON.stringify({
        add: known.value.redactions.filter(one => one.by === 'person').map(boxOf),
        show: (known.value.byHand?.show ?? []).map(boxOf),
      }),
)
const inches = computed(() =>
  known.value ? { width: known.value.widthPx / known.value.dpi, height: known.value.heightPx / known.value.dpi } : null,
)
const least = 0.05
function within(box: Box): Box {
  const { width, height } = inches.value!
  const [wide, high] = [Math.min(Math.max(box.width, least), width), Math.min(Math.max(box.height, least), height)]
  return { x: Math.min(Math.max(0, box.x), width - wide), y: Math.min(Math.max(0, box.y), height - high), width: wide, height: high }
}
function add(box: Box) {
  const one = place(within(box), 'person')
  places.value.push(one)
  void nextTick(() => document.querySelector<HTMLElement>(`[data-place="${one.key}"]`)?.focus())
}
const addInMiddle = () => add({ x: inches.value!.width / 2 - 0.75, y: inches.value!.height / 2 - 0.15, width: 1.5, height: 0.3 })
function toggle(one: Place) {
  if (one.by === 'person') places.value = places.value.filter(other => other !== one)
  else one.shown = !one.shown
}
function onKey(event: KeyboardEvent, one: Place) {
  const step = event.altKey ? 0.02 : 0.1
  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }
  const by = arrows[event.key]
  if (!props.editable) return
  if (event.key === 'Delete' || event.key === 'Backspace') toggle(one)
  else if (by && one.by === 'person')
    one.box = within(
      event.shiftKey
        ? { ...one.box, width: one.box.width + by[0], height: one.box.height + by[1] }
        : { ...one.box, x: one.box.x + by[0], y: one.box.y + by[1] },
    )
  else return
  event.stopPropagation()
  event.preventDefault()
}
const saidOf = (one: Place) => {
  const act = one.shown ? 'Delete blackens it again' : 'Delete takes it away'
  const more = one.by === 'person' ? '; arrows move it, with Shift they size it' : ''
  return `${one.shown ? 'Shown after all' : blackenedBy[one.by]}. ${act}${more}.`
}
const css = ({ x, y, width, height }: Box) => {
  const dpi = known.value!.dpi
  return { left: `${x * dpi}px`, top: `${y * dpi}px`, width: `${width * dpi}px`, height: `${height * dpi}px` }
}
const save = () =>
  run(async () => {
    await ask(`/api/pages/${props.page.id}/redactions`, { method: 'POST', body: { ...decision.value, why: why.value } })
    emit('done')
  })
</script>

<template>
  <div class="grid min-h-0 flex-1 gap-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
    <div class="min-h-[50vh] lg:min-h-0">
      <PageImage
        v-if="known"
        :src="under ? `/api/pages/${page.id}/original` : `/api/pages/${page.id}/view?v=${page.picture}`"
        :alt="under ? `Page ${known.position} with nothing blacked out` : `Page ${known.position} as it is kept`"
        :width-px="known.widthPx"
        :height-px="known.heightPx"
        :dpi="known.dpi"
        :sweeps-at="() => editable"
        start="width"
        @sweep="add"
      >
        <span
          v-for="one in places"
          :key="one.key"
          :data-place="one.key"
          role="group"
          tabindex="0"
          class="absolute border-[3px] focus:outline-none focus-visible:ring-4 focus-visible:ring-lapis"
          :class="
            one.shown ? 'border-dashed border-ochre' : one.by === 'person' && !under ? 'border-vermilion bg-ink/80' : 'border-vermilion'
          "
          :style="css(one.box)"
          :aria-label="saidOf(one)"
          @keydown="onKey($event, one)"
        />
      </PageImage>
    </div>
    <section class="flex min-h-0 flex-col" aria-label="What is black on this page">
      <TroubleBand :words="trouble ?? actionTrouble" />
      <template v-if="known">
        <p v-if="!places.length" class="mb-2 font-serif text-lg text-faded">Nothing is black on this page.</p>
        <ol class="min-h-0 flex-1 overflow-y-auto" tabindex="0" aria-label="Places">
          <li v-for="one in places" :key="one.key" class="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span :class="{ 'text-ochre': one.shown }">{{ one.shown ? 'Shown after all' : blackenedBy[one.by] }}</span>
            <button v-if="editable" type="button" class="link small" @click="toggle(one)">
              {{ one.shown ? 'Blacken it' : 'Take it away' }}
            </button>
          </li>
        </ol>
        <p v-if="known.why" class="small my-2 text-faded">The reason given: “{{ known.why }}”</p>
        <p class="mt-3">
          <button v-if="known.mayLook && known.kept" type="button" class="act-quiet w-full" :aria-pressed="under" @click="under = !under">
            {{ under ? 'Show it as it is kept' : 'Look under the black' }}
          </button>
        </p>
        <p class="small mt-1 text-faded">
          {{
            !known.kept
              ? 'What was scanned is no longer there.'
              : known.mayLook
                ? 'Each look is recorded.'
                : 'What is under it is not for you to see.'
          }}
        </p>
        <template v-if="editable && known.kept">
          <p class="mt-3"><button type="button" class="act-quiet w-full" @click="addInMiddle">Add a box</button></p>
          <p class="small mt-1 text-faded">Or drag over the page. Arrows move a box, with <kbd>Shift</kbd> they size it.</p>
          <form v-if="changed" class="mt-3 border-t border-rule pt-3" @submit.prevent="save">
            <label class="block">Why <input v-model="why" class="field mt-1" maxlength="500" autocomplete="off" /></label>
            <p class="small mt-1 text-faded">
              {{ counted(decision.add.length, 'box', 'boxes') }} of yours<template v-if="decision.show.length"
                >, {{ decision.show.length }} of the machine’s shown</template
              >. The page is examined again, and values from under it go.
            </p>
            <p class="mt-2"><button class="act w-full" :disabled="running || !why.trim()">Keep this</button></p>
          </form>
        </template>
      </template>
    </section>
  </div>
</template>
