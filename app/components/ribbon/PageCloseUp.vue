<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { PageNote, PageView } from '~~/shared/views/pages'

const props = defineProps<{ page: PageView | null; pages: readonly PageView[] }>()
defineEmits<{ close: [] }>()

// The picture's own size is known once it is there; until then A4 at 200 dpi stands for it.
const usual = { width: 1654, height: 2339 }
/** The page alone, what was scanned beside what was made of it, or both sides of its sheet. */
const shown = ref<'page' | 'compared' | 'sheet'>('page')
const note = shallowRef<PageNote | null>(null)
watch(
  () => props.page?.id,
  async id => {
    note.value = null
    if (id !== undefined) note.value = await ask<PageNote>(`/api/pages/${id}/note`).catch(() => null)
  },
)
const other = computed(
  () => props.pages.find(one => one.sheet === props.page?.sheet && one.side !== props.page.side && one.picture) ?? null,
)
const figures = computed(() => {
  const { page } = props
  if (!page) return []
  if (shown.value === 'sheet' && other.value) {
    return [page, other.value]
      .sort((a, b) => b.side.localeCompare(a.side))
      .map(one => ({
        name: one.side === 'front' ? 'Front' : 'Back',
        src: `/api/pages/${one.id}/view?v=${one.picture}`,
        alt: `Page ${one.position}`,
      }))
  }
  return [
    ['As it was scanned', 'scanned'],
    ['As it is kept', 'view'],
  ].map(([name, picture]) => ({
    name: name!,
    src: `/api/pages/${page.id}/${picture}?v=${page.picture}`,
    alt: `Page ${page.position}: ${name}`,
  }))
})
const choices = computed(() => [
  { id: 'page' as const, name: 'The page' },
  ...(other.value ? [{ id: 'sheet' as const, name: 'Both sides' }] : []),
  // What is black is looked under from the margin note, where that is recorded.
  ...(props.page?.black ? [] : [{ id: 'compared' as const, name: 'Before and after' }]),
])
</script>

<template>
  <Dialog :open="page !== null" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-6">
      <DialogPanel v-if="page" class="mx-auto flex h-full max-w-5xl flex-col bg-leaf p-5">
        <div class="mb-3 flex items-center gap-3">
          <DialogTitle class="text-2xl whitespace-nowrap">Sheet {{ page.sheet }}, {{ page.side }}</DialogTitle>
          <p class="min-w-0 flex-1 text-faded italic">{{ note?.why }}</p>
          <button
            v-for="one in choices"
            :key="one.id"
            type="button"
            class="act-quiet"
            :class="{ 'bg-lapis-wash!': shown === one.id }"
            :aria-pressed="shown === one.id"
            @click="shown = one.id"
          >
            {{ one.name }}
          </button>
          <button type="button" class="act-quiet" @click="$emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <div v-if="shown !== 'page' && (shown === 'compared' || other)" class="grid min-h-0 flex-1 grid-cols-2 gap-4">
          <figure v-for="one in figures" :key="one.src" class="flex min-h-0 flex-col">
            <figcaption class="mb-1 text-faded">{{ one.name }}</figcaption>
            <img :src="one.src" :alt="one.alt" class="min-h-0 flex-1 border border-rule bg-[#e9e1d0] object-contain" />
          </figure>
        </div>
        <div v-else class="min-h-0 flex-1">
          <PageImage
            :src="`/api/pages/${page.id}/view?v=${page.picture}`"
            :alt="`Page ${page.position}`"
            :width-px="usual.width"
            :height-px="Math.round(usual.width / (page.aspect ?? usual.width / usual.height))"
            :dpi="note?.inches ? usual.width / note.inches.width : 200"
            :spot="note?.note?.box ?? null"
          />
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
