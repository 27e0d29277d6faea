<script setup lang="ts">
import { useClipboard } from '@vueuse/core'

/** What is told this once, to be copied. */
defineProps<{ secret: string }>()
const { copy, copied } = useClipboard()
</script>

<template>
  <div class="mt-4 border-l-4 border-verdigris bg-white px-4 py-3" role="status">
    <p><slot /></p>
    <p class="mt-2 flex items-center gap-4">
      <code class="numbers min-w-0 break-all">{{ secret }}</code
      ><button type="button" class="act-quiet" @click="copy(secret)">
        {{ copied ? 'Copied' : 'Copy' }}
      </button>
    </p>
  </div>
</template>
