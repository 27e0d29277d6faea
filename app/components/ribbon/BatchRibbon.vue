<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'
import type { PageView } from '~~/shared/views/pages'
import { fastScroll, useFastScroll } from './fastScroll'
import { captionHeight, layOut, neighbour } from './layOut'
import { segmentsOf } from './segments'
import type { useChosen } from './useChosen'
import type { useCorrections } from './useCorrections'
import type { useRibbonView } from './useRibbonView'

const props = defineProps<{
  batch: BatchDetail
  view: ReturnType<typeof useRibbonView>
  choice: ReturnType<typeof useChosen>
  corrections: ReturnType<typeof useCorrections>
}>()
const emit = defineEmits<{ open: [page: PageView]; rescan: [page: PageView] }>()

const root = useTemplateRef<HTMLElement>('root')
const { width } = useElementSize(root)
const { height: screen } = useWindowSize()
const { y: scrolled } = useWindowScroll()
const top = ref(0)
useResizeObserver(document.body, () => (top.value = (root.value?.getBoundingClientRect().top ?? 0) + window.scrollY))
onMounted(() => (top.value = (root.value?.getBoundingClientRect().top ?? 0) + window.scrollY))

const segments = computed(() => segmentsOf({ pages: props.view.pages.value, documents: props.batch.documents }))
const drawn = computed(() =>
  layOut(segments.value, { width: Math.max(320, width.value), height: props.view.height.value, folded: props.view.folded.value }),
)
provide(fastScroll, useFastScroll())
const stepPixels = 120
/** Where the window stands, in steps: within one nothing is drawn anew. */
const step = computed(() => Math.floor((scrolled.value - top.value) / stepPixels))
const caretLine = computed(() =>
  drawn.value.lines.find(line => line.pages.some(one => one.page.position === props.choice.current.value?.position)),
)
/** Lines in sight, most of a screenful around them, and the caret's, which must be there to have the keyboard. */
const lines = computed(() => {
  const from = step.value * stepPixels - 0.7 * screen.value
  return drawn.value.lines.filter(
    line => (line.y + line.height > from && line.y < from + 2.4 * screen.value + stepPixels) || line === caretLine.value,
  )
})
const order = computed(() => props.view.pages.value.map(page => page.position))
const at = computed(() => order.value.indexOf(props.choice.current.value?.position ?? -1))
const cut = computed(() => new Set(props.corrections.cut.value))

/** Brings the caret's line into sight and the keyboard to it. */
async function show() {
  const position = props.choice.current.value?.position
  const line = drawn.value.lines.find(one => one.pages.some(({ page }) => page.position === position))
  if (!line) return
  const [from, to] = [top.value + line.y - 90, top.value + line.y + line.height + 24]
  if (from < window.scrollY) window.scrollTo({ top: from })
  else if (to > window.scrollY + window.innerHeight) window.scrollTo({ top: to - window.innerHeight })
  await nextTick()
  root.value?.querySelector<HTMLElement>(`[data-position="${position}"]`)?.focus({ preventScroll: true })
}
function goTo(place: number, extend: boolean) {
  const position = order.value[Math.min(order.value.length - 1, Math.max(0, place))]
  if (position === undefined) return
  props.choice.moveTo(position, extend)
  void show()
}
const goToPage = (position: number, extend: boolean) => goTo(order.value.indexOf(position), extend)
defineExpose({ goToPage: (position: number) => goToPage(position, false) })

function onChoose(page: PageView, event: MouseEvent) {
  if (event.ctrlKey || event.metaKey) props.choice.toggle(page.position)
  else goToPage(page.position, event.shiftKey)
}

function onKey(event: KeyboardEvent) {
  if (!(event.target as HTMLElement).dataset.position || event.altKey) return
  const page = props.choice.current.value
  if (!page) return
  const { acts, can, inTurn } = props.corrections
  const places = new Set(props.choice.chosen.value.map(one => one.position))
  /** A change to the pages that are chosen now, as they are when its turn comes. */
  const change = (act: (page: PageView, chosen: PageView[], may: ReturnType<typeof can>) => unknown) =>
    inTurn(() => {
      const chosen = props.view.pages.value.filter(one => places.has(one.position))
      const now = props.view.pages.value.find(one => one.position === page.position)
      return now && act(now, chosen, can(now, chosen))
    })
  const extend = event.shiftKey
  const plain: Record<string, () => unknown> = {
    ArrowLeft: () => goTo(at.value - 1, extend),
    ArrowRight: () => goTo(at.value + 1, extend),
    ArrowUp: () => goToPage(neighbour(drawn.value.lines, page.position, -1), extend),
    ArrowDown: () => goToPage(neighbour(drawn.value.lines, page.position, 1), extend),
    Home: () => goTo(0, extend),
    End: () => goTo(order.value.length - 1, extend),
    ' ': () => emit('open', page),
    Escape: () => props.choice.clear(),
    Enter: () => change((at, _, may) => may.start && acts.start(at)),
    Backspace: () => change((at, _, may) => may.join && acts.join(at)),
    Delete: () => change((_, chosen, may) => may.aside && acts.aside(chosen)),
    Insert: () => change((_, chosen, may) => may.back && acts.back(chosen)),
    l: () => change((_, chosen, may) => may.turn && acts.turn(chosen, 270)),
    r: () => change((_, chosen, may) => may.turn && acts.turn(chosen, 90)),
    s: () => change((at, _, may) => may.rescan && emit('rescan', at)),
    f: props.view.fold,
    '+': props.view.larger,
    '=': props.view.larger,
    '-': props.view.smaller,
    d: nextDoubtful,
  }
  const withControl: Record<string, () => unknown> = {
    x: () => change((_, chosen, may) => may.take && acts.cut(chosen)),
    c: () => change((_, chosen, may) => may.copy && acts.copy(chosen)),
    v: () => change((at, _, may) => may.put && acts.paste(at)),
    a: () => props.choice.all(),
    z: () => change((_, __, may) => (extend ? may.redo && acts.redo() : may.undo && acts.undo())),
    y: () => change((_, __, may) => may.redo && acts.redo()),
  }
  const act =
    event.ctrlKey || event.metaKey
      ? withControl[event.key.toLowerCase()]
      : plain[event.key.length === 1 ? event.key.toLowerCase() : event.key]
  if (!act) return
  act()
  event.preventDefault()
}

function nextDoubtful() {
  const asks = props.view.pages.value.filter(page => page.asks).map(page => page.position)
  const here = at.value
  const next = asks.find(position => order.value.indexOf(position) > here) ?? asks[0]
  if (next !== undefined) goToPage(next, false)
}

// Pages that are dragged go in front of the page on which they are dropped, or to the end.
const dragged = shallowRef<number[]>([])
const over = ref<number | null>(null)
function onDrag(page: PageView, event: DragEvent) {
  const chosen = props.choice.chosen.value
  dragged.value = (chosen.includes(page) ? chosen : [page]).map(one => one.id)
  event.dataTransfer!.effectAllowed = 'move'
  event.dataTransfer!.setData('text/plain', dragged.value.join(','))
}
function onDrop(before: PageView | null) {
  const pages = dragged.value
  dragged.value = []
  over.value = null
  if (pages.length && !(before && pages.includes(before.id))) void props.corrections.acts.move(pages, before?.id ?? null)
}

// A change draws the ribbon anew; the caret keeps the focus that it had.
let hadFocus = false
onBeforeUpdate(() => (hadFocus = root.value?.contains(document.activeElement) ?? false))
onUpdated(() => {
  if (hadFocus && document.activeElement === document.body)
    root.value?.querySelector<HTMLElement>(`[data-position="${props.choice.current.value?.position}"]`)?.focus({ preventScroll: true })
})
</script>

<template>
  <div>
    <div
      ref="root"
      class="relative"
      role="group"
      aria-label="Ribbon: the batch's pages in reading order"
      :style="{ height: `${drawn.height}px` }"
      @keydown="onKey"
    >
      <section
        v-for="line in lines"
        :key="line.key"
        v-memo="[line, choice.current.value, choice.selected.value, cut, over, corrections.open.value, batch.state]"
        class="absolute inset-x-0"
        :class="{ 'border-b border-rule': line.rule }"
        :style="{ top: `${line.y}px`, height: `${line.height}px` }"
      >
        <div
          v-for="head in line.heads"
          :key="head.segment.key"
          class="absolute overflow-hidden"
          :style="{
            left: `${head.x}px`,
            top: '14px',
            width: `${head.width}px`,
            maxHeight: `${head.short ? 108 : view.height.value + captionHeight}px`,
          }"
        >
          <SegmentHeading
            :segment="head.segment"
            :short="head.short"
            :small="!head.short && view.height.value < 110"
            :batch="batch.id"
            :state="batch.state"
          />
        </div>
        <RibbonPage
          v-for="placed in line.pages"
          :key="placed.page.id"
          class="absolute"
          :style="{ left: `${placed.x}px`, top: `${line.pagesFrom}px` }"
          :page="placed.page"
          :width="placed.width"
          :height="view.height.value"
          :current="placed.page.position === choice.current.value?.position"
          :selected="choice.selected.value.has(placed.page.position)"
          :taken="cut.has(placed.page.id)"
          :movable="corrections.open.value"
          :over="over === placed.page.position"
          @choose="onChoose(placed.page, $event)"
          @open="emit('open', placed.page)"
          @drag="onDrag(placed.page, $event)"
          @over="over = $event ? placed.page.position : null"
          @drop="onDrop(placed.page)"
        />
      </section>
    </div>
    <p
      v-if="dragged.length"
      class="mt-3 border-2 border-dashed border-lapis py-4 text-center text-lapis"
      @dragover.prevent
      @drop.prevent="onDrop(null)"
    >
      Drop here for the end of the batch
    </p>
  </div>
</template>
