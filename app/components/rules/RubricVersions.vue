<script setup lang="ts">
import { readRubric } from '~~/core/rubric/readRubric'
import { rubricChanges } from '~~/core/rubric/rubricDifference'
import type { RubricVersion } from '~~/shared/views/rubrics'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

const props = defineProps<{ id: string; text: string }>()
const emit = defineEmits<{ take: [body: unknown] }>()
const { data: versions, trouble } = useLoaded<RubricVersion[]>(`/api/rubrics/${props.id}/versions`)
const chosen = ref<number | null>(null)
const body = shallowRef<unknown>(null)
watch(
  chosen,
  async version => (body.value = version === null ? null : await ask(`/api/rubrics/${props.id}/versions/${version}`).catch(() => null)),
)
const changes = computed(() => {
  try {
    const [before, now] = [readRubric(body.value), readRubric(JSON.parse(props.text))]
    return before.ok && now.ok ? rubricChanges(before.rubric, now.rubric) : null
  } catch {
    return null
  }
})
</script>

<template>
  <TroubleBand :words="trouble" />
  <div class="grid items-start gap-10 lg:grid-cols-[24rem_minmax(0,1fr)]">
    <ul>
      <li v-for="one in versions ?? []" :key="one.version" class="border-b border-rule">
        <button
          type="button"
          class="flex w-full items-baseline gap-4 py-2 text-left"
          :aria-pressed="chosen === one.version"
          :class="{ 'bg-lapis-wash': chosen === one.version }"
          @click="chosen = one.version"
        >
          <span class="font-serif text-xl">Version {{ one.version }}</span
          ><span class="small text-faded"
            >{{ saidTime(one.madeAt) }}{{ one.person ? ` by ${one.person}` : '' }} · {{ counted(one.batches, 'batch', 'batches') }}</span
          >
        </button>
      </li>
    </ul>
    <section v-if="chosen !== null" aria-label="Difference">
      <h2 class="text-xl">From version {{ chosen }} to what stands here now</h2>
      <RubricChanges v-if="changes" :changes="changes" />
      <p v-else class="text-ochre">The text is not sound, so it cannot be compared.</p>
      <button type="button" class="act-quiet mt-4" :disabled="body === null" @click="emit('take', body)">
        Take version {{ chosen }} into the draft
      </button>
    </section>
    <p v-else class="text-faded">Each batch keeps the version that it was started with. Choose one to see what changed since.</p>
  </div>
</template>
