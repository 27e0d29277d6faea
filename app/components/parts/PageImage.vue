<script setup lang="ts">
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue'
import type { Box } from '~~/core/model/zone'

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
const scale = ref(1)
const left = ref(0)
const top = ref(0)
const loaded = ref(false)

function fit() {
  scale.value = Math.min(width.value / props.widthPx, height.value / props.heightPx)
  left.value = (width.value - props.widthPx * scale.value) / 2
  top.value = Math.max(0, (height.value - props.heightPx * scale.value) / 2)
}

function fitWidth() {
  scale.value = width.value / props.widthPx
  left.value = 0
  top.value = 0
}

function lookAtSpot() {
  const { spot, dpi } = props
  if (!spot || !width.value) return props.start === 'width' ? fitWidth() : fit()
  scale.value = Math.min(1.6, (0.62 * width.value) / (spot.width * dpi), (0.5 * height.value) / (Math.max(spot.height, 0.4) * dpi))
  left.value = width.value / 2 - (spot.x + spot.width / 2) * dpi * scale.value
  top.value = height.value * 0.42 - (spot.y + spot.height / 2) * dpi * scale.value
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
  if (scale.value < wanted) zoom(wanted / scale.value)
  else if (scale.value > whole) zoom(whole / scale.value)
  const inward = (start: number, length: number, room: number, offset: number) => {
    const [from, to] = [start * dpi * scale.value + offset, (start + length) * dpi * scale.value + offset]
    return from < revealMargin ? offset + revealMargin - from : to > room - revealMargin ? offset + room - revealMargin - to : offset
  }
  left.value = inward(mark.x, mark.width, width.value, left.value)
  top.value = inward(mark.y, mark.height, height.value, top.value)
}
const revealMargin = 40
/** Pixels of a line of print that is read without effort; and how near the page comes for it. */
const leastHeight = 12
const mostNear = 1.2
watch(() => props.mark, reveal, { flush: 'post' })
watch(
  () => props.src,
  () => (loaded.value = false),
)

function zoom(factor: number, x = width.value / 2, y = height.value / 2) {
  const next = Math.min(6, Math.max(0.1, scale.value * factor))
  left.value = x - ((x - left.value) * next) / scale.value
  top.value = y - ((y - top.value) * next) / scale.value
  scale.value = next
}

function onWheel(event: WheelEvent) {
  const box = frame.value!.getBoundingClientRect()
  zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, event.clientX - box.left, event.clientY - box.top)
}

const at = (event: PointerEvent) => {
  const box = frame.value!.getBoundingClientRect()
  return {
    x: (event.clientX - box.left - left.value) / scale.value / props.dpi,
    y: (event.clientY - box.top - top.value) / scale.value / props.dpi,
  }
}
let drag: { x: number; y: number; moved: boolean; from: { x: number; y: number } | null } | null = null
const drawn = ref<Box | null>(null)
function onDown(event: PointerEvent) {
  const from = at(event)
  drag = { x: event.clientX, y: event.clientY, moved: false, from: props.sweepsAt?.(from.x, from.y) ? from : null }
}
function onMove(event: PointerEvent) {
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
  left.value += across
  top.value += down
}
function onUp(event: PointerEvent) {
  const clicked = drag && !drag.moved
  const box = drawn.value
  drag = null
  drawn.value = null
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
    ArrowLeft: () => (left.value += step),
    ArrowRight: () => (left.value -= step),
    ArrowUp: () => (top.value += step),
    ArrowDown: () => (top.value -= step),
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
      @pointercancel="((drag = null), (drawn = null))"
      @keydown="onKey"
    >
      <div
        class="absolute origin-top-left bg-white shadow-md"
        :style="{ width: `${widthPx}px`, height: `${heightPx}px`, transform: `translate(${left}px, ${top}px) scale(${scale})` }"
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
