<script setup lang="ts">
import type { BatchDetail } from '~~/shared/views/batches'
import { saidTime } from '~/words/time'

/** Whether a batch is kept whole, however long its rubric keeps its bytes. */
const props = defineProps<{ batch: BatchDetail }>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const asking = ref(false)
const why = ref('')
const keep = (reason: string | null) =>
  run(async () => {
    await ask(`/api/batches/${props.batch.id}/whole`, { method: 'PUT', body: { why: reason } })
    asking.value = false
    why.value = ''
    emit('changed')
  })
const may = computed(() => props.batch.may.includes('check'))
</script>

<template>
  <section v-if="batch.whole || may" class="small" aria-label="Keeping">
    <TroubleBand :words="trouble" />
    <p v-if="batch.whole" class="border-l-4 border-lapis pl-3">
      Kept whole by {{ batch.whole.by }} since {{ saidTime(batch.whole.at) }}: “{{ batch.whole.why }}”
      <button v-if="may" type="button" class="link" :disabled="running" @click="keep(null)">Keep as the rubric says</button>
    </p>
    <form v-else-if="asking" @submit.prevent="keep(why)" @keydown.esc="asking = false">
      <label class="block">Why is all of it kept? <input v-model="why" class="field mt-1 min-h-9!" maxlength="300" /></label>
      <p class="mt-1 flex gap-3">
        <button class="act min-h-9!" :disabled="running || why.trim().length < 3">Keep it whole</button>
        <button type="button" class="link" @click="asking = false">Not now</button>
      </p>
    </form>
    <p v-else><button type="button" class="link" @click="asking = true">Keep all of it…</button></p>
  </section>
</template>
