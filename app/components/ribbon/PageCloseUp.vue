<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { PageView } from '~~/core/model/views'

defineProps<{ page: PageView | null }>()
defineEmits<{ close: [] }>()

// The picture's own size is known once it is there; until then A4 at 200 dpi stands for it.
const usual = { width: 1654, height: 2339 }
</script>

<template>
  <Dialog :open="page !== null" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-6">
      <DialogPanel v-if="page" class="mx-auto flex h-full max-w-5xl flex-col bg-leaf p-5">
        <div class="mb-3 flex items-center gap-4">
          <DialogTitle class="text-2xl">Sheet {{ page.sheet }}, {{ page.side }}</DialogTitle>
          <p class="min-w-0 flex-1 text-faded italic">{{ page.why }}</p>
          <button type="button" class="act-quiet" @click="$emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <div class="min-h-0 flex-1">
          <PageImage :src="`/api/pages/${page.id}/view?v=${page.picture}`" :alt="`Page ${page.position}`" :width-px="usual.width" :height-px="Math.round(usual.width / (page.aspect ?? usual.width / usual.height))" :dpi="200" />
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
