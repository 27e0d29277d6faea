<script setup lang="ts">
import type { RubricChoice } from '~~/shared/views/rubrics'
import { keepDropped } from './droppedFiles'

/** Files dropped anywhere on the page begin a batch: with the rubric on whose name they fall, or the first. */
const {
  rubrics,
  chosen = null,
  start = null,
} = defineProps<{
  rubrics: readonly RubricChoice[]
  /** The rubric that is chosen on the page, and what begins a batch with it. */
  chosen?: string | null
  start?: (() => Promise<number>) | null
}>()
const emit = defineEmits<{ trouble: [string] }>()
/** Those that ask nothing first: others cannot begin without a step between. */
const choices = computed(() => {
  const ready = rubrics.filter(one => (one.id === chosen ? start !== null : one.oneTouch))
  return [...ready].sort((a, b) => Number(b.id === chosen) - Number(a.id === chosen)).slice(0, 6)
})
const { isOverDropZone } = useDropZone(document.body, { multiple: true })
const over = ref<string | null>(null)
const { running, trouble, run } = useAction()
watch(trouble, words => words && emit('trouble', words))

async function drop(event: DragEvent, rubric: RubricChoice | undefined) {
  const files = [...(event.dataTransfer?.files ?? [])]
  over.value = null
  if (!files.length || !rubric || running.value) return
  await run(async () => {
    const begun =
      rubric.id === chosen && start
        ? await start()
        : (await ask<{ id: number }>('/api/batches', { method: 'POST', body: { rubric: rubric.id } })).id
    keepDropped(begun, files)
    await navigateTo(`/batches/${begun}`)
  })
}
</script>

<template>
  <div
    v-if="isOverDropZone && choices.length"
    class="fixed inset-0 z-20 grid place-items-center bg-ink/70 p-10"
    @dragover.prevent
    @drop.prevent="drop($event, choices[0])"
  >
    <div class="w-full max-w-3xl bg-leaf px-8 py-7">
      <p class="font-serif text-3xl">What are these files? Let go on their rubric.</p>
      <ul class="mt-5 grid grid-cols-2 gap-3">
        <li
          v-for="(one, at) in choices"
          :key="one.id"
          class="flex min-h-20 items-center gap-4 border-2 px-5 font-serif text-xl"
          :class="over === one.id || (over === null && at === 0) ? 'border-lapis bg-lapis-wash' : 'border-dashed border-rule'"
          @dragenter="over = one.id"
          @dragover.prevent
          @drop.prevent.stop="drop($event, one)"
        >
          <RubricPicture :icon="one.icon" class="shrink-0 text-faded" />{{ one.name }}
        </li>
      </ul>
      <p class="mt-5 text-faded">They become a batch in the order in which you chose them. Let go anywhere else for the first.</p>
    </div>
  </div>
</template>
