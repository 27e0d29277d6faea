<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { PageView } from '~~/core/model/views'

defineProps<{ page: PageView | null }>()
defineEmits<{ close: [] }>()

// The picture's own size is known once it is there; until then A4 at 200 dpi stands for it.
const usual = { width: 1654, height: 2339 }
/** What was scanned beside what was made of it. */
const compared = ref(false)
</script>

<template>
  <Dialog :open="page !== null" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-6">
      <DialogPanel v-if="page" class="mx-auto flex h-full max-w-5xl flex-col bg-leaf p-5">
        <div class="mb-3 flex items-center gap-4">
          <DialogTitle class="text-2xl">Sheet {{ page.sheet }}, {{ page.side }}</DialogTitle>
          <p class="min-w-0 flex-1 text-faded italic">{{ page.why }}</p>
          <button type="button" class="act-quiet" :aria-pressed="compared" @click="compared = !compared">Before and after</button>
          <button type="button" class="act-quiet" @click="$emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <div v-if="compared" class="grid min-h-0 flex-1 grid-cols-2 gap-4">
          <figure v-for="[name, picture] in [['As it was scanned', 'scanned'], ['As it is kept', 'view']]" :key="name" class="flex min-h-0 flex-col">
            <figcaption class="mb-1 text-faded">{{ name }}</figcaption>
            <img :src="`/api/pages/${page.id}/${picture}?v=${page.picture}`" :alt="`Page ${page.position}: ${name}`" class="min-h-0 flex-1 border border-rule bg-[#e9e1d0] object-contain">
          </figure>
        </div>
        <div v-else class="min-h-0 flex-1">
          <PageImage :src="`/api/pages/${page.id}/view?v=${page.picture}`" :alt="`Page ${page.position}`" :width-px="usual.width" :height-px="Math.round(usual.width / (page.aspect ?? usual.width / usual.height))" :dpi="200" />
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
