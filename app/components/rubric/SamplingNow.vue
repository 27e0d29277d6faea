<script setup lang="ts">
import type { SamplingView } from '~~/shared/views/rubrics'

/** How closely the next batch is looked at; where none passes by its sample any more, what must be said for that to change. */
const { id } = defineProps<{ id: string }>()
const { data: sampling, refresh } = useLoaded<SamplingView>(() => `/api/rubrics/${id}/sampling`)
const { running, trouble, run } = useAction()
const why = ref('')
const said = useTemplateRef<HTMLElement>('said')
const resume = () =>
  run(async () => {
    await ask(`/api/rubrics/${id}/sampling`, { method: 'POST', body: { why: why.value } })
    why.value = ''
    await refresh()
    await nextTick()
    // The button that had the focus is gone.
    said.value?.focus()
  })
const words = {
  normal: 'The next batch is inspected as usual.',
  tightened: 'The next batch is inspected more strictly, until five in a row are accepted.',
  reduced: 'The next batch is inspected more lightly: enough in a row passed easily.',
} as const
</script>

<template>
  <p
    v-if="sampling?.inspection && sampling.inspection !== 'suspended'"
    ref="said"
    class="mt-1 text-faded"
    role="status"
    tabindex="-1"
    data-sampling
  >
    {{ words[sampling.inspection] }}
  </p>
  <section v-else-if="sampling?.inspection" class="my-3 border-l-4 border-vermilion px-4 py-2" aria-label="Sampling" data-sampling>
    <p>Five batches were refused under stricter inspection. So none passes by its sample any more: every document is checked.</p>
    <TroubleBand :words="trouble" />
    <form class="mt-2" @submit.prevent="resume">
      <label class="block">
        What was done about it?
        <input v-model="why" class="field mt-1 min-h-9!" maxlength="500" placeholder="The form has a new layout since Monday." />
      </label>
      <p class="mt-2"><button class="act min-h-9!" :disabled="running || why.trim().length < 3">Sample batches again</button></p>
    </form>
  </section>
</template>
