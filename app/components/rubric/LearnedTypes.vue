<script setup lang="ts">
import { fewestDocuments } from '~~/core/model/learned'
import type { LearnedView } from '~~/shared/views/rubrics'
import type { RawType } from '~/components/rules/useRubricText'
import { measuredWords } from '~/words/learned'
import type { LearnedThing } from './useLearnedOf'

/** Whether types are told by likeness to what people confirmed, how well, and what is lacking where they are not. */
const { learned, types } = defineProps<{ learned: LearnedView; types: readonly RawType[] }>()
const emit = defineEmits<{ forget: [LearnedThing] }>()
const lacking = computed(() => {
  const confirmed = new Map(Object.entries(learned.types?.documents ?? {}))
  return types.filter(type => (confirmed.get(type.id) ?? 0) < fewestDocuments).map(type => type.label)
})
</script>

<template>
  <p class="border-l-4 px-4 py-2" :class="learned.types?.speaks ? 'border-verdigris' : 'border-rule'" data-learned>
    <template v-if="learned.types">
      {{
        learned.types.speaks
          ? 'Where no rule and no words say its type, a document becomes the type whose confirmed documents it is like.'
          : 'Types are not told by likeness to confirmed documents: that would be wrong too often.'
      }}
      <span class="small block text-faded"
        >{{ measuredWords(learned.types.measured)
        }}<template v-if="lacking.length"> Too few are confirmed yet of: {{ lacking.join(', ') }}.</template></span
      >
      <button type="button" class="link" @click="emit('forget', { what: 'types' })">Forget this</button>
    </template>
    <span v-else class="text-faded"
      >Once two types have {{ fewestDocuments }} documents each that people confirmed, types can be told by likeness to them.</span
    >
  </p>
</template>
