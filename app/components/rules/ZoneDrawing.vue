<script setup lang="ts">
import { formatName } from '~~/core/model/barcodeFormats'
import type { PageCodes } from '~~/shared/views/pages'
import type { RawZone } from './useRubricText'

/** A zone on a real page, with rulers along its edges. */
const props = defineProps<{ page: PageCodes; zone: RawZone | null; unit: 'in' | 'mm' }>()
const emit = defineEmits<{ change: [RawZone] }>()

const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame)
const ruler = 22
const inches = computed(() => ({ width: props.page.widthPx / props.page.dpi, height: props.page.heightPx / props.page.dpi }))
/** Pixels an inch, as it is shown. */
const scale = computed(() => Math.max(20, (width.value - ruler) / inches.value.width))
const perUnit = computed(() => (props.unit === 'mm' ? 25.4 : 1))

const ticks = (length: number) => {
  const step = props.unit === 'mm' ? 10 : 0.5
  const count = Math.floor((length * perUnit.value) / step)
  return Array.from({ length: count + 1 }, (_, at) => ({
    at: ((at * step) / perUnit.value) * scale.value,
    value: at * step,
    long: props.unit === 'mm' ? at % 5 === 0 : at % 2 === 0,
  }))
}
const box = computed(() => {
  const { zone } = props
  if (!zone) return null
  const own = zone.unit === 'mm' ? 25.4 : 1
  return { x: zone.x / own, y: zone.y / own, width: zone.width / own, height: zone.height / own }
})
type Box = NonNullable<typeof box.value>

/** Gives a zone in inches as the rubric has it: rounded to what a ruler shows, inside the page. */
function give(next: Box) {
  const least = 0.1
  const x = Math.min(Math.max(0, next.x), inches.value.width - least)
  const y = Math.min(Math.max(0, next.y), inches.value.height - least)
  const round = (value: number) => (props.unit === 'mm' ? Math.round(value * 25.4) : Math.round(value * 20) / 20)
  emit('change', {
    x: round(x),
    y: round(y),
    width: Math.max(round(least), round(Math.min(next.width, inches.value.width - x))),
    height: Math.max(round(least), round(Math.min(next.height, inches.value.height - y))),
    unit: props.unit,
  })
}

// A label is stuck on by hand: room to spare around the code.
const spare = 0.3
const around = (code: Box) => give({ x: code.x - spare, y: code.y - spare, width: code.width + 2 * spare, height: code.height + 2 * spare })

let drag: { kind: 'new' | 'move' | 'size'; x: number; y: number; from: Box } | null = null
const pointAt = (event: PointerEvent) => {
  const area = frame.value!.getBoundingClientRect()
  return { x: (event.clientX - area.left - ruler) / scale.value, y: (event.clientY - area.top - ruler) / scale.value }
}
function begin(event: PointerEvent, kind: 'new' | 'move' | 'size') {
  const { x, y } = pointAt(event)
  drag = { kind, x, y, from: box.value ?? { x, y, width: 0, height: 0 } }
  frame.value?.setPointerCapture(event.pointerId)
  event.preventDefault()
}
function onMove(event: PointerEvent) {
  if (!drag) return
  const { x, y } = pointAt(event)
  const { from } = drag
  if (drag.kind === 'new')
    give({ x: Math.min(x, drag.x), y: Math.min(y, drag.y), width: Math.abs(x - drag.x), height: Math.abs(y - drag.y) })
  else if (drag.kind === 'move') give({ ...from, x: from.x + x - drag.x, y: from.y + y - drag.y })
  else give({ ...from, width: from.width + x - drag.x, height: from.height + y - drag.y })
}
function onUp() {
  if (drag?.kind === 'new' && box.value) {
    // Near enough to a code, it is meant to hold it.
    const drawn = box.value
    const inside = props.page.codes.find(
      code =>
        code.x + code.width / 2 > drawn.x &&
        code.x + code.width / 2 < drawn.x + drawn.width &&
        code.y + code.height / 2 > drawn.y &&
        code.y + code.height / 2 < drawn.y + drawn.height,
    )
    if (inside)
      give({
        x: Math.min(drawn.x, inside.x - spare),
        y: Math.min(drawn.y, inside.y - spare),
        width: Math.max(drawn.x + drawn.width, inside.x + inside.width + spare) - Math.min(drawn.x, inside.x - spare),
        height: Math.max(drawn.y + drawn.height, inside.y + inside.height + spare) - Math.min(drawn.y, inside.y - spare),
      })
  }
  drag = null
}
function onKey(event: KeyboardEvent) {
  const from = box.value
  const step = props.unit === 'mm' ? 2 / 25.4 : 0.1
  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }
  const by = arrows[event.key]
  if (!from || !by) return
  give(
    event.shiftKey
      ? { ...from, width: from.width + by[0], height: from.height + by[1] }
      : { ...from, x: from.x + by[0], y: from.y + by[1] },
  )
  event.preventDefault()
}
const css = (one: Box) => ({
  left: `${one.x * scale.value}px`,
  top: `${one.y * scale.value}px`,
  width: `${one.width * scale.value}px`,
  height: `${one.height * scale.value}px`,
})
</script>

<template>
  <div
    ref="frame"
    class="relative touch-none overflow-hidden border border-rule bg-leaf select-none"
    :style="{ height: `${inches.height * scale + ruler}px` }"
    @pointermove="onMove"
    @pointerup="onUp"
    @pointercancel="onUp"
  >
    <svg class="absolute top-0" :style="{ left: `${ruler}px` }" :width="inches.width * scale" :height="ruler" aria-hidden="true">
      <g v-for="tick in ticks(inches.width)" :key="tick.at">
        <line :x1="tick.at" :x2="tick.at" :y1="tick.long ? 8 : 15" :y2="ruler" stroke="#635a4f" />
        <text v-if="tick.long" :x="tick.at + 2" y="12" font-size="10" fill="#635a4f">{{ tick.value }}</text>
      </g>
    </svg>
    <svg class="absolute left-0" :style="{ top: `${ruler}px` }" :width="ruler" :height="inches.height * scale" aria-hidden="true">
      <g v-for="tick in ticks(inches.height)" :key="tick.at">
        <line :y1="tick.at" :y2="tick.at" :x1="tick.long ? 8 : 15" :x2="ruler" stroke="#635a4f" />
        <text v-if="tick.long" x="0" :y="tick.at + 10" font-size="10" fill="#635a4f">{{ tick.value }}</text>
      </g>
    </svg>
    <div
      class="absolute cursor-crosshair bg-white"
      :style="{ left: `${ruler}px`, top: `${ruler}px`, width: `${inches.width * scale}px`, height: `${inches.height * scale}px` }"
      @pointerdown="begin($event, 'new')"
    >
      <img :src="`/api/pages/${page.id}/view?v=${page.picture}`" :alt="`Page ${page.position}`" draggable="false" class="h-full w-full" />
      <div
        v-if="box"
        class="absolute cursor-move border-2 border-lapis bg-lapis/10"
        :style="css(box)"
        role="group"
        tabindex="0"
        :aria-label="`Zone: ${zone!.x}, ${zone!.y}, ${zone!.width} by ${zone!.height} ${unit}. Arrows move it, with Shift they size it.`"
        @pointerdown.stop="begin($event, 'move')"
        @keydown="onKey"
      >
        <span
          class="absolute -right-1.5 -bottom-1.5 size-4 cursor-nwse-resize border-2 border-lapis bg-white"
          aria-hidden="true"
          @pointerdown.stop="begin($event, 'size')"
        />
      </div>
      <!-- Above the zone, so that a code in it can be pressed. -->
      <button
        v-for="code in page.codes"
        :key="`${code.x} ${code.y}`"
        type="button"
        class="absolute border-2 border-verdigris"
        :style="css(code)"
        :title="`${formatName(code.format)} '${code.value}': take its place`"
        :aria-label="`Take the place of ${formatName(code.format)} ${code.value}`"
        @pointerdown.stop
        @click="around(code)"
      />
      <span
        v-for="spot in page.unread"
        :key="`${spot.x} ${spot.y}`"
        class="absolute border-2 border-dashed border-ochre"
        :style="css(spot)"
      />
    </div>
  </div>
</template>
