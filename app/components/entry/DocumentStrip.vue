<script setup lang="ts">
import { Check, Circle, Hand, LoaderCircle, UserRound } from '@lucide/vue'
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { stripFilters, isDoubtful, type useStrip } from './useStrip'
import type { SiblingView } from '~~/shared/views/documents'

/** All documents of a batch as a line: what is done, open and doubtful, who is where, and the first words of each. */
const props = defineProps<{ strip: ReturnType<typeof useStrip>; current: number }>()
const { shown, counts, filter } = props.strip

const cellWidth = 148
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(shown, { itemWidth: cellWidth, overscan: 4 })
watch(
  [() => props.current, () => shown.value.length],
  async () => {
    await nextTick()
    const at = shown.value.findIndex(one => one.id === props.current)
    // The one before stays in sight, too.
    if (at < 0) return
    scrollTo(Math.max(0, at - 1))
    // At the line's end it can go no further until its last cells are there.
    await nextTick()
    requestAnimationFrame(() =>
      containerProps.ref.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
    )
  },
  { immediate: true },
)

const me = useMe()
const stateOf = (one: SiblingView & { other: string | null }) => {
  if (one.toCheck) return { icon: Hand, tone: 'text-ochre', words: 'to be checked' }
  if (one.state !== 'open') return { icon: Check, tone: 'text-verdigris', words: one.state }
  if (one.keyedBefore) return { icon: Check, tone: 'text-faded', words: 'keyed by you, waits for somebody else' }
  if (!one.filled) return { icon: LoaderCircle, tone: 'text-faded', words: 'being read' }
  if (one.other) return { icon: UserRound, tone: 'text-ink', words: `${one.other} is at it` }
  if (isDoubtful(one)) return { icon: Hand, tone: 'text-ochre', words: one.missing ? 'needs a value' : 'to be compared' }
  return { icon: Circle, tone: 'text-faded', words: 'open' }
}
const cells = computed(() =>
  list.value.map(({ data }) => {
    const other = data.holder === me.person?.name ? null : data.holder
    return { ...data, first: data.words, other, ...stateOf({ ...data, other }) }
  }),
)
</script>

<template>
  <nav class="mb-4 flex items-stretch gap-4" aria-label="Documents of the batch">
    <div v-bind="containerProps" class="min-w-0 flex-1 overflow-x-auto border-x border-rule" data-strip>
      <ul v-bind="wrapperProps" class="flex">
        <li v-for="one in cells" :key="one.id" :style="{ width: `${cellWidth}px` }" class="shrink-0">
          <NuxtLink
            :to="`/documents/${one.id}`"
            class="flex h-11 items-center gap-2 border-y border-r border-rule px-2 text-sm leading-tight text-ink no-underline"
            :class="one.id === current ? 'bg-lapis text-white!' : 'bg-leaf hover:bg-lapis-wash'"
            :aria-current="one.id === current ? 'page' : undefined"
            :title="one.words"
          >
            <component :is="one.icon" :size="15" class="shrink-0" :class="one.id === current ? '' : one.tone" aria-hidden="true" />
            <span class="min-w-0">
              <span class="sr-only">Document {{ one.position }}, {{ one.words }}</span>
              <span class="numbers block" aria-hidden="true"
                >{{ one.position }}<template v-if="one.other"> · {{ one.other }}</template></span
              >
              <span class="block truncate" :class="one.id === current ? '' : 'text-faded'">{{ one.first }}</span>
            </span>
          </NuxtLink>
        </li>
      </ul>
    </div>
    <RadioGroup v-model="filter" class="flex shrink-0 items-center text-sm">
      <RadioGroupLabel class="sr-only">Which documents are shown</RadioGroupLabel>
      <RadioGroupOption v-for="{ id, name } in stripFilters" :key="id" v-slot="{ checked }" :value="id" as="template">
        <span class="one-of h-11" :class="checked ? 'bg-lapis-wash' : 'bg-leaf'"
          >{{ name }} <span class="numbers text-faded">{{ counts[id] }}</span></span
        >
      </RadioGroupOption>
    </RadioGroup>
  </nav>
</template>
