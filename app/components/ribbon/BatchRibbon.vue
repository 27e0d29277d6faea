<script setup lang="ts">
import type { BatchDetail, PageView } from '~~/core/model/views'
import { segmentsOf } from './segments'

const props = defineProps<{ batch: BatchDetail }>()
const current = defineModel<number | null>('current', { required: true })
const emit = defineEmits<{ open: [page: PageView] }>()

const root = useTemplateRef<HTMLElement>('root')
const segments = computed(() => segmentsOf(props.batch))

watchEffect(() => {
  current.value ??= props.batch.pages[0]?.position ?? null
})

function moveTo(position: number) {
  const last = props.batch.pages.length
  if (last === 0) return
  current.value = Math.min(last, Math.max(1, position))
  void nextTick(() => root.value?.querySelector<HTMLElement>(`[data-position="${current.value}"]`)?.focus())
}

/** The page nearest above or below the current one, as the lines are broken now. */
function neighbour(direction: -1 | 1): number {
  const buttons = [...root.value?.querySelectorAll<HTMLElement>('[data-position]') ?? []]
  const from = buttons.find(button => Number(button.dataset.position) === current.value)
  if (!from) return 1
  const here = from.getBoundingClientRect()
  const beyond = buttons
    .map(button => ({ button, box: button.getBoundingClientRect() }))
    .filter(({ box }) => direction * (box.top - here.top) > here.height / 2)
  if (!beyond.length) return Number(from.dataset.position)
  const line = direction * Math.min(...beyond.map(({ box }) => direction * box.top))
  const nearest = beyond.filter(({ box }) => Math.abs(box.top - line) < 4).sort((a, b) => Math.abs(a.box.left - here.left) - Math.abs(b.box.left - here.left))[0]
  return Number(nearest?.button.dataset.position ?? current.value)
}

function onKey(event: KeyboardEvent) {
  const at = current.value ?? 1
  const moves: Record<string, () => number> = {
    ArrowLeft: () => at - 1, ArrowRight: () => at + 1, ArrowUp: () => neighbour(-1), ArrowDown: () => neighbour(1),
    Home: () => 1, End: () => props.batch.pages.length,
  }
  if (!(event.target as HTMLElement).dataset.position) return
  if (event.key === 'Enter') {
    const page = props.batch.pages.find(one => one.position === at)
    if (page) emit('open', page)
  } else if (moves[event.key]) {
    moveTo(moves[event.key]!())
  } else {
    return
  }
  event.preventDefault()
}
</script>

<template>
  <div ref="root" role="group" aria-label="Ribbon: the batch's pages in reading order" @keydown="onKey">
    <section v-for="segment in segments" :key="segment.key" class="flex border-b border-rule py-4 first:pt-0">
      <SegmentHeading :segment="segment" :batch="batch.id" :state="batch.state" />
      <div class="flex min-w-0 flex-wrap gap-x-2 gap-y-2.5">
        <RibbonPage v-for="page in segment.pages" :key="page.id" :page="page" :current="page.position === current" @choose="moveTo(page.position)" @open="emit('open', page)" />
      </div>
    </section>
  </div>
</template>
