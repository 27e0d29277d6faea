<script setup lang="ts">
import type { Box } from '~~/core/model/zone'

/** A place of a page that somebody marked; lies in a PageImage. */
defineProps<{ box: Box; dpi: number }>()
</script>

<template>
  <span
    data-place
    class="pointer-events-none absolute rounded-xs border-[4px] border-vermilion"
    :style="{
      left: `${box.x * dpi}px`,
      top: `${box.y * dpi}px`,
      width: `${box.width * dpi}px`,
      height: `${box.height * dpi}px`,
    }"
  />
</template>
