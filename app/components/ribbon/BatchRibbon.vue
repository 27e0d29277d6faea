<script setup lang="ts">
import type { BatchDetail, PageView } from '~~/core/model/views'
import { segmentsOf, type Segment } from './segments'
import type { useCorrections } from './useCorrections'

const props = defineProps<{ batch: BatchDetail, corrections: ReturnType<typeof useCorrections> }>()
const current = defineModel<number | null>('current', { required: true })
const emit = defineEmits<{ open: [page: PageView], rescan: [page: PageView] }>()

const root = useTemplateRef<HTMLElement>('root')
const segments = computed(() => segmentsOf(props.batch))

watchEffect(() => {
  if (!props.batch.pages.some(page => page.position === current.value)) current.value = props.batch.pages[0]?.position ?? null
})

const order = computed(() => props.batch.pages.map(page => page.position))
const at = computed(() => order.value.indexOf(current.value ?? -1))

/** Moves the caret in front of a page, by its place on the ribbon from 0. */
function moveTo(place: number) {
  const last = order.value.length - 1
  if (last < 0) return
  current.value = order.value[Math.min(last, Math.max(0, place))]!
  void nextTick(() => root.value?.querySelector<HTMLElement>(`[data-position="${current.value}"]`)?.focus())
}

/** The place of the page nearest above or below the current one, as the lines are broken now. */
function neighbour(direction: -1 | 1): number {
  const buttons = [...root.value?.querySelectorAll<HTMLElement>('[data-position]') ?? []]
  const from = buttons.find(button => Number(button.dataset.position) === current.value)
  if (!from) return 0
  const here = from.getBoundingClientRect()
  const beyond = buttons
    .map(button => ({ button, box: button.getBoundingClientRect() }))
    .filter(({ box }) => direction * (box.top - here.top) > here.height / 2)
  if (!beyond.length) return at.value
  const line = direction * Math.min(...beyond.map(({ box }) => direction * box.top))
  const nearest = beyond.filter(({ box }) => Math.abs(box.top - line) < 4).sort((a, b) => Math.abs(a.box.left - here.left) - Math.abs(b.box.left - here.left))[0]
  return order.value.indexOf(Number(nearest?.button.dataset.position ?? current.value))
}

/** Documents of a page or two stand side by side, as short lines of verse do. */
const isShort = (segment: Segment) => segment.kind === 'document' && segment.pages.length <= 2

function onKey(event: KeyboardEvent) {
  if (!(event.target as HTMLElement).dataset.position) return
  const page = props.batch.pages.find(one => one.position === current.value)
  if (!page) return
  const { acts, can } = props.corrections
  const may = can(page)
  const control = event.ctrlKey || event.metaKey
  const plain: Record<string, () => unknown> = {
    ArrowLeft: () => moveTo(at.value - 1), ArrowRight: () => moveTo(at.value + 1),
    ArrowUp: () => moveTo(neighbour(-1)), ArrowDown: () => moveTo(neighbour(1)),
    Home: () => moveTo(0), End: () => moveTo(order.value.length - 1),
    ' ': () => emit('open', page),
    Enter: () => may.start && acts.start(page), Backspace: () => may.join && acts.join(page),
    Delete: () => may.aside && acts.aside(page), Insert: () => may.back && acts.back(page),
    l: () => may.turn && acts.turn(page, 270), r: () => may.turn && acts.turn(page, 90),
    s: () => may.rescan && emit('rescan', page),
  }
  const withControl: Record<string, () => unknown> = {
    x: () => may.take && acts.take(page), v: () => may.put && acts.put(page),
    z: () => event.shiftKey ? may.redo && acts.redo() : may.undo && acts.undo(), y: () => may.redo && acts.redo(),
  }
  const act = control ? withControl[event.key.toLowerCase()] : plain[event.key.length === 1 ? event.key.toLowerCase() : event.key]
  if (!act || event.altKey) return
  act()
  event.preventDefault()
}

// A change draws the ribbon anew; the caret keeps the focus that it had.
let hadFocus = false
onBeforeUpdate(() => (hadFocus = root.value?.contains(document.activeElement) ?? false))
onUpdated(() => {
  if (hadFocus && document.activeElement === document.body) root.value?.querySelector<HTMLElement>(`[data-position="${current.value}"]`)?.focus()
})
</script>

<template>
  <div ref="root" class="flex flex-wrap items-start gap-x-6" role="group" aria-label="Ribbon: the batch's pages in reading order" @keydown="onKey">
    <section v-for="segment in segments" :key="segment.key" class="border-b border-rule py-4" :class="isShort(segment) ? 'w-44' : 'flex w-full'">
      <SegmentHeading :segment="segment" :short="isShort(segment)" :batch="batch.id" :state="batch.state" />
      <div class="flex min-w-0 flex-wrap gap-x-2 gap-y-2.5">
        <RibbonPage
          v-for="page in segment.pages" :key="page.id" :page="page" :current="page.position === current" :taken="corrections.cut.value.includes(page.id)"
          @choose="moveTo(order.indexOf(page.position))" @open="emit('open', page)"
        />
      </div>
    </section>
  </div>
</template>
