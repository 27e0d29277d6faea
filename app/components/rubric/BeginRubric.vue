<script setup lang="ts">
import { startingRubrics } from '~~/core/rubric/startingRubrics'
import type { RubricChoice, RubricText } from '~~/shared/views/rubrics'
import { rubricText, startingText } from './startingText'

/** With what a new rubric begins: one of those that ship, a copy of one that is there, or a file. */
const { destination } = defineProps<{ destination: string | null }>()
const emit = defineEmits<{ text: [string] }>()
const { data: rubrics } = useLoaded<RubricChoice[]>('/api/rubrics')
const me = useMe()
const { trouble, run } = useAction()
const copied = ref(String(useRoute().query.copy ?? ''))
watch(
  copied,
  id =>
    id &&
    void run(async () => {
      const { name, body } = await ask<RubricText>(`/api/rubrics/${id}`)
      emit('text', rubricText({ ...(body as object), name: `${name}, a copy` }))
    }),
  { immediate: true },
)
</script>

<template>
  <section aria-labelledby="begin-title" class="mb-5 border border-rule bg-leaf px-5 py-4">
    <TroubleBand :words="trouble" />
    <h2 id="begin-title" class="mb-2 text-xl">What paper is it for? Begin with what comes nearest</h2>
    <div class="flex flex-wrap items-center gap-2">
      <button
        v-for="one in startingRubrics"
        :key="one.id"
        type="button"
        class="act-quiet min-h-9!"
        @click="emit('text', startingText(one.id, destination, me.person?.habits.languages ?? ['eng']))"
      >
        {{ one.title }}
      </button>
      <label class="flex items-center gap-2"
        ><span class="text-faded">or a copy of</span>
        <select v-model="copied" class="word">
          <option value="" disabled>choose</option>
          <option v-for="one in rubrics ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </label>
      <RubricFile @text="emit('text', $event)">or a file</RubricFile>
    </div>
  </section>
</template>
