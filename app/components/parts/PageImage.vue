<script setup lang="ts">
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue'
import type { Box } from '~~/core/model/zone'
import { fitted, pinched, zoomed, type Point, type View } from './panZoom'

const props = defineProps<{
  src: string
  alt: string
  widthPx: number
  heightPx: number
  dpi: number
  /** A place to look at first, in inches. */
  spot?: Box | null
  /** A place that is outlined, and brought into view, in inches. */
  mark?: Box | null
  /** How much is shown at first where there is no spot. */
  start?: 'page' | 'width'
  /** Whether a drag that begins here, in inches, draws a box instead of moving the page. */
  sweepsAt?: (x: number, y: number) => boolean
}>()
/** A click, and a box that was drawn, in inches from the page's top-left. */
const emit = defineEmits<{ point: [x: number, y: number]; sweep: [box: Box] }>()

const frame = useTemplateRef<HTMLElement>('frame')
const { width, height } = useElementSize(frame)
const view = ref<View>({ scale: 1, left: 0, top: 0 })
const loaded = ref(false)

const fit = () => (view.value = fitted({ width: width.value, height: height.value }, { width: props.widthPx, height: props.heightPx }))
const fitWidth = () => (view.value = { scale: width.value / props.widthPx, left: 0, top: 0 })

function lookAtSpot() {
  const { spot, dpi } = props
  if (!spot || !width.value) return props.start === 'width' ? fitWidth() : fit()
  const scale = Math.min(1.6, (0.62 * width.value) / (spot.width * dpi), (0.5 * height.value) / (Math.max(spot.height, 0.4) * dpi))
  view.value = {
    scale,
    left: width.value / 2 - (spot.x + spot.width / 2) * dpi * scale,
    top: height.value * 0.42 - (spot.y + spot.height / 2) * dpi * scale,
  }
}

watch(() => [props.src, width.value, height.value], lookAtSpot, { flush: 'post' })

/** Moves the page as far as the outlined place asks for, and no further; nearer or farther, where it is too small or too wide. */
function reveal() {
  const { mark, dpi } = props
  if (!mark || !width.value) return
  const readable = leastHeight / (mark.height * dpi)
  const widest = (width.value * 0.8) / (mark.width * dpi)
  const wanted = Math.min(readable, widest, mostNear)
  const whole = (width.value - 2 * revealMargin) / (mark.width * dpi)
  if (view.value.scale < wanted) zoom(wanted / view.value.scale)
  else if (view.value.scale > whole) zoom(whole / view.value.scale)
  const { scale, left, top } = view.value
  const inward = (start: number, length: number, room: number, offset: number) => {
    const [from, to] = [start * dpi * scale + offset, (start + length) * dpi * scale + offset]
    return from < revealMargin ? offset + revealMargin - from : to > room - revealMargin ? offset + room - revealMargin - to : offset
  }
  view.value = {
    scale,
    left: inward(mark.x, mark.width, width.value, left),
    top: inward(mark.y, mark.height, height.value - buttonsHeight, top),
  }
}
const revealMargin = 40
/** What the buttons hide of the lower edge, beyond that. */
const buttonsHeight = 24
/** Pixels of a line of print that is read without effort; and how near the page comes for it. */
const leastHeight = 12
const mostNear = 1.2
watch(() => props.mark, reveal, { flush: 'post' })
watch(
  () => props.src,
  () => (loaded.value = false),
)

const zoom = (factor: number, at: Point = { x: width.value / 2, y: height.value / 2 }) => (view.value = zoomed(view.value, factor, at))
const move = (x: number, y: number) => (view.value = { ...view.value, left: view.value.left + x, top: view.value.top + y })

const inFrame = (event: MouseEvent): Point => {
  const box = frame.value!.getBoundingClientRect()
  return { x: event.clientX - box.left, y: event.clientY - box.top }
}
const onWheel = (event: WheelEvent) => zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, inFrame(event))
const at = (event: PointerEvent): Point => {
  const { x, y } = inFrame(event)
  const { scale, left, top } = view.value
  return { x: (x - left) / scale / props.dpi, y: (y - top) / scale / props.dpi }
}
/** Fingers that are down; two of them pinch. */
const fingers = new Map<number, Point>()
let drag: { x: number; y: number; moved: boolean; from: { x: number; y: number } | null } | null = null
const drawn = ref<Box | null>(null)
function onDown(event: PointerEvent) {
  fingers.set(event.pointerId, inFrame(event))
  if (fingers.size > 1) return letGo()
  const from = at(event)
  drag = { x: event.clientX, y: event.clientY, moved: false, from: props.sweepsAt?.(from.x, from.y) ? from : null }
}
function letGo() {
  drag = null
  drawn.value = null
}
function onMove(event: PointerEvent) {
  const before = [...fingers.values()]
  if (fingers.has(event.pointerId)) fingers.set(event.pointerId, inFrame(event))
  if (before.length === 2) {
    frame.value?.setPointerCapture(event.pointerId)
    const now = [...fingers.values()]
    view.value = pinched(view.value, [before[0]!, before[1]!], [now[0]!, now[1]!])
    return
  }
  if (!drag) return
  const across = event.clientX - drag.x
  const down = event.clientY - drag.y
  if (!drag.moved && Math.hypot(across, down) < 4) return
  frame.value?.setPointerCapture(event.pointerId)
  drag.moved = true
  if (drag.from) {
    const to = at(event)
    const [x, y] = [Math.min(drag.from.x, to.x), Math.min(drag.from.y, to.y)]
    drawn.value = { x, y, width: Math.abs(to.x - drag.from.x), height: Math.abs(to.y - drag.from.y) }
    return
  }
  drag = { ...drag, x: event.clientX, y: event.clientY }
  move(across, down)
}
function onUp(event: PointerEvent) {
  fingers.delete(event.pointerId)
  const clicked = drag && !drag.moved
  const box = drawn.value
  letGo()
  if (box) emit('sweep', box)
  if (!clicked) return
  const { x, y } = at(event)
  emit('point', x, y)
}

function onKey(event: KeyboardEvent) {
  const step = 60
  const acts: Record<string, () => void> = {
    '+': () => zoom(1.25),
    '=': () => zoom(1.25),
    '-': () => zoom(0.8),
    '0': fit,
    ArrowLeft: () => move(step, 0),
    ArrowRight: () => move(-step, 0),
    ArrowUp: () => move(0, step),
    ArrowDown: () => move(0, -step),
  }
  if (event.ctrlKey || event.altKey || event.metaKey || !acts[event.key]) return
  acts[event.key]!()
  event.preventDefault()
}
</script>

<template>
  <div class="relative h-full w-full border border-rule bg-[#e9e1d0]">
    <div
      ref="frame"
      role="group"
      :aria-label="`${alt}. Plus and minus zoom, arrows move, 0 shows all.`"
      tabindex="0"
      class="absolute inset-0 cursor-grab touch-none overflow-hidden select-none active:cursor-grabbing"
      @wheel.prevent="onWheel"
      @pointerdown="onDown"
      @pointermove="onMove"
      @pointerup="onUp"
      @pointercancel="(fingers.delete($event.pointerId), letGo())"
      @keydown="onKey"
    >
      <div
        class="absolute origin-top-left bg-white shadow-md"
        :style="{
          width: `${widthPx}px`,
          height: `${heightPx}px`,
          transform: `translate(${view.left}px, ${view.top}px) scale(${view.scale})`,
        }"
      >
        <img :src="src" :alt="alt" draggable="false" class="block h-full w-full" @load="loaded = true" />
        <span
          v-if="spot"
          class="absolute border-[5px] border-ochre"
          :style="{
            left: `${spot.x * dpi - 14}px`,
            top: `${spot.y * dpi - 14}px`,
            width: `${spot.width * dpi + 28}px`,
            height: `${spot.height * dpi + 28}px`,
          }"
        />
        <span
          v-if="mark"
          data-mark
          class="absolute rounded-xs border-[3px] border-lapis"
          :style="{
            left: `${mark.x * dpi - 8}px`,
            top: `${mark.y * dpi - 8}px`,
            width: `${mark.width * dpi + 16}px`,
            height: `${mark.height * dpi + 16}px`,
          }"
        />
        <span
          v-if="drawn"
          class="absolute border-2 border-lapis bg-lapis/15"
          :style="{
            left: `${drawn.x * dpi}px`,
            top: `${drawn.y * dpi}px`,
            width: `${drawn.width * dpi}px`,
            height: `${drawn.height * dpi}px`,
          }"
        />
        <slot />
      </div>
      <p v-if="!loaded" class="absolute inset-0 grid place-items-center text-faded" role="status">Fetching the page…</p>
    </div>
    <div class="absolute right-2 bottom-2 flex gap-1">
      <button
        type="button"
        class="grid size-11 place-items-center rounded-xs border border-rule bg-leaf"
        aria-label="Zoom out"
        title="Zoom out (-)"
        @click="zoom(0.8)"
      >
        <ZoomOut :size="20" />
      </button>
      <button
        type="button"
        class="grid size-11 place-items-center rounded-xs border border-rule bg-leaf"
        aria-label="Zoom in"
        title="Zoom in (+)"
        @click="zoom(1.25)"
      >
        <ZoomIn :size="20" />
      </button>
      <button
        type="button"
        class="grid size-11 place-items-center rounded-xs border border-rule bg-leaf"
        aria-label="Show the whole page"
        title="Show the whole page (0)"
        @click="fit"
      >
        <Maximize :size="20" />
      </button>
    </div>
  </div>
</template>
