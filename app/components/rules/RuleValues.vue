<script setup lang="ts">
import { Check, CircleHelp, Minus } from '@lucide/vue'
import { BarcodeRule } from '~~/core/rubric/rubric'
import { readBarcodeRule } from '~~/core/split/barcodeRule'
import type { PageCodes } from '~~/shared/views/pages'
import type { RawRule } from './useRubricText'

/** What a barcode rule makes of each page of a sample batch, as one types its pattern. */
const props = defineProps<{ rule: RawRule; number: number; pages: readonly PageCodes[]; current: number | null }>()
const emit = defineEmits<{ show: [position: number] }>()

const rows = computed(() => {
  const read = BarcodeRule.safeParse(props.rule)
  if (!read.success) return null
  return props.pages.flatMap(page => {
    if (page.blank) return []
    const found = readBarcodeRule(read.data, props.number, page.side, { ...page, ink: 1, skewDeg: 0 })
    if (found.kind === 'none' && !found.aside) return []
    return [
      {
        page: page.position,
        kind: found.kind,
        words: found.kind === 'none' ? found.aside! : found.why,
        value: found.kind === 'match' ? found.code.value : null,
        groups: found.kind === 'match' ? Object.entries(found.groups).filter(([name]) => name !== 'value') : [],
      },
    ]
  })
})
const matched = computed(() => rows.value?.filter(row => row.kind === 'match').length ?? 0)
const looks = {
  match: { icon: Check, tone: 'text-verdigris' },
  unread: { icon: CircleHelp, tone: 'text-ochre' },
  none: { icon: Minus, tone: 'text-faded' },
} as const
</script>

<template>
  <section aria-label="What the sample's pages give">
    <p v-if="!rows" class="text-ochre">The rule is not sound yet; the text view says where.</p>
    <template v-else>
      <p class="text-faded" role="status">
        {{ matched }} of {{ rows.length }} codes match. A code that the batch's own rules did not look for is not listed;
        <em>Try it</em> looks anew.
      </p>
      <ul class="mt-1 max-h-80 overflow-y-auto" tabindex="0" aria-label="Values of the sample's pages">
        <li v-for="row in rows" :key="row.page">
          <button
            type="button"
            class="flex w-full items-start gap-2 border-b border-rule px-1 py-1 text-left"
            :class="{ 'bg-lapis-wash': row.page === current }"
            @click="emit('show', row.page)"
          >
            <component
              :is="looks[row.kind].icon"
              :size="17"
              class="mt-0.5 shrink-0"
              :class="looks[row.kind].tone"
              :aria-label="row.kind === 'match' ? 'matched' : row.kind === 'unread' ? 'asks a person' : 'ignored'"
            />
            <span class="numbers w-12 shrink-0 text-faded">{{ row.page }}</span>
            <span class="min-w-0 flex-1"
              ><template v-if="row.value"
                ><span class="numbers">{{ row.value }}</span
                ><span v-for="[name, text] in row.groups" :key="name" class="small ml-3 text-faded"
                  >{{ name }} <span class="numbers text-ink">{{ text }}</span></span
                ></template
              ><span v-else class="small text-faded">{{ row.words }}</span></span
            >
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
