<script setup lang="ts">
import type { PageOfDocument } from '~~/shared/views/documents'
import type { Box } from '~~/core/model/zone'
import { pictureOf } from '../entry/useDocument'

/** The place of a page from which a value came, cut out of its picture. */
const props = defineProps<{ page: PageOfDocument; box: Box; label: string }>()
const width = 340
const most = 76
/** Inches of paper around the place. */
const around = 0.12
const frame = computed(() => {
  const { box, page } = props
  const scale = Math.min(1.4, width / ((box.width + 2 * around) * page.dpi), most / ((box.height + 2 * around) * page.dpi))
  const across = (inches: number) => inches * page.dpi * scale
  return {
    width: `${Math.min(width, across(box.width + 2 * around))}px`,
    height: `${across(box.height + 2 * around)}px`,
    picture: {
      width: `${page.widthPx * scale}px`,
      left: `${-across(box.x - around)}px`,
      top: `${-across(box.y - around)}px`,
    },
  }
})
</script>

<template>
  <div class="relative overflow-hidden border border-rule bg-white" :style="{ width: frame.width, height: frame.height }">
    <img :src="pictureOf(page)" :alt="`${label}, as it stands on the page`" class="absolute max-w-none" :style="frame.picture" />
  </div>
</template>
