<script setup lang="ts">
import type { RubricChange } from '~~/core/rubric/rubricDifference'

/** What the newest version of its rubric changes, before a batch takes it. */
const { open, batch } = defineProps<{ open: boolean; batch: number }>()
const emit = defineEmits<{ close: []; done: [] }>()
const found = shallowRef<{ from: number; to: number; changes: RubricChange[] } | null>(null)
const { running, trouble, run } = useAction()
watch(
  () => open,
  is =>
    is &&
    void run(async () => {
      found.value = await ask<{ from: number; to: number; changes: RubricChange[] }>(`/api/batches/${batch}/version`)
    }),
)
const take = () =>
  run(async () => {
    await ask(`/api/batches/${batch}/version`, { method: 'POST' })
    emit('done')
  })
</script>

<template>
  <DialogFrame :open="open" :title="`Take version ${found?.to ?? ''} for this batch`" wide @close="emit('close')">
    <p class="mt-2 text-faded">
      All its pages are examined again, and split, read and filled as the new version says. What people corrected and typed stays.
    </p>
    <TroubleBand :words="trouble" />
    <RubricChanges :changes="found?.changes ?? []" class="mt-3" />
    <p class="mt-5 flex gap-3">
      <button type="button" class="act" :disabled="running || !found" @click="take">Take it</button>
      <button type="button" class="act-quiet" @click="emit('close')">Stay with version {{ found?.from }} <kbd>Esc</kbd></button>
    </p>
  </DialogFrame>
</template>
