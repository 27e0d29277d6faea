<script setup lang="ts">
import type { PageView } from '~~/shared/views/pages'
import { fastScroll } from './fastScroll'
import { isAside } from './layOut'

const props = defineProps<{
  page: PageView
  width: number
  height: number
  current: boolean
  selected: boolean
  taken: boolean
  movable: boolean
  over: boolean
}>()
const emit = defineEmits<{ choose: [event: MouseEvent]; open: []; drag: [event: DragEvent]; over: [is: boolean]; drop: [] }>()

const asideWords: Partial<Record<NonNullable<PageView['fate']>, string>> = {
  blank: 'blank',
  replaced: 'scanned again',
  moved: 'moved away',
  dropped: 'dropped',
}
const aside = computed(() => isAside(props.page))
const narrow = computed(() => aside.value && props.width < props.height * 0.5)
const words = computed(() => {
  const { page } = props
  if (page.fate === 'unreadable') return 'unreadable'
  if (props.taken) return 'to be moved'
  if (aside.value) return (page.fate && asideWords[page.fate]) ?? 'set aside'
  if (page.asks) return 'your eye'
  if (page.fate === 'held') return 'waits'
  return null
})
// A thumbnail has 240 pixels across; what is shown larger needs the page itself.
const picture = computed(
  () => `/api/pages/${props.page.id}/${props.height > 320 && props.page.examined ? 'view' : 'thumbnail'}?v=${props.page.picture}`,
)
// A page that comes into sight in flight gets its picture when the flight ends.
const flies = inject(fastScroll, shallowRef(false))
const drawn = ref(!flies.value)
whenever(
  () => !flies.value,
  () => (drawn.value = true),
)
const marks = computed(() => [
  props.current
    ? 'border-lapis ring-2 ring-lapis'
    : props.selected
      ? 'border-lapis ring-1 ring-lapis'
      : props.page.asks
        ? 'border-ochre ring-1 ring-ochre'
        : 'border-rule',
  props.page.heading ? 'border-t-4 border-t-vermilion' : '',
  props.taken ? 'border-dashed opacity-45' : '',
])
</script>

<template>
  <button
    type="button"
    class="rounded-xs text-left"
    :tabindex="current ? 0 : -1"
    :data-position="page.position"
    :data-fate="page.fate ?? 'undecided'"
    :aria-current="current || undefined"
    :aria-pressed="selected"
    :draggable="movable"
    :style="{ width: `${width}px` }"
    @click="emit('choose', $event)"
    @dblclick="emit('open')"
    @dragstart="emit('drag', $event)"
    @dragover.prevent="emit('over', true)"
    @dragleave="emit('over', false)"
    @drop.prevent="emit('drop')"
  >
    <span
      v-if="current || over"
      class="absolute top-0 -left-[6px] w-[3px]"
      :class="over ? 'bg-vermilion' : 'bg-lapis'"
      :style="{ height: `${height}px` }"
      aria-hidden="true"
    />
    <span class="sr-only"
      >Page {{ page.position }}, sheet {{ page.sheet }} {{ page.side }}{{ words ? `, ${words}` : ''
      }}{{ page.heading ? ', starts a document' : '' }}{{ page.black ? `, ${page.black} places black` : '' }}</span
    >
    <span class="relative block overflow-hidden border bg-white" :class="marks" :style="{ height: `${height}px` }">
      <img
        v-if="page.picture && drawn"
        decoding="async"
        :src="picture"
        alt=""
        loading="lazy"
        draggable="false"
        class="h-full w-full"
        :class="narrow ? 'object-cover object-left opacity-50' : aside ? 'object-contain opacity-60' : 'object-contain'"
      />
      <span v-else-if="!page.picture" class="grid h-full place-items-center text-sm text-faded" aria-hidden="true">{{
        page.examined ? 'no picture any more' : 'just in'
      }}</span>
      <span v-if="selected" class="absolute inset-0 bg-lapis/15" aria-hidden="true" />
    </span>
    <span class="mt-0.5 flex justify-between gap-1 overflow-hidden text-xs whitespace-nowrap text-faded" aria-hidden="true">
      <span class="numbers">{{ page.sheet }}{{ page.side === 'front' ? 'f' : 'b' }}</span>
      <span v-if="page.black && width > 70" class="text-ink">▬ {{ page.black }}</span>
      <span
        v-if="words && (width > 70 || !narrow)"
        :class="page.fate === 'held' || page.fate === 'unreadable' ? 'text-ochre font-semibold' : ''"
        >{{ words }}</span
      >
    </span>
  </button>
</template>
