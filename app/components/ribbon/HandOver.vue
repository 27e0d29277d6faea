<script setup lang="ts">
/** Gives a batch to somebody else, or to a group, with a word why. */
const { open, batch } = defineProps<{ open: boolean; batch: number }>()
const emit = defineEmits<{ close: []; done: [] }>()
interface Taker {
  id: string
  name: string
}
const takers = shallowRef<{ people: Taker[]; groups: Taker[] } | null>(null)
const { running, trouble, run } = useAction()
const to = ref('')
const why = ref('')
watch(
  () => open,
  is =>
    is &&
    void run(async () => {
      takers.value = await ask<{ people: Taker[]; groups: Taker[] }>(`/api/batches/${batch}/takers`)
    }),
)
const give = () =>
  run(async () => {
    const [kind, id] = to.value.split(' ') as [string, string]
    await ask(`/api/batches/${batch}/hand-over`, { method: 'POST', body: { [kind]: id, why: why.value } })
    emit('done')
  })
</script>

<template>
  <DialogFrame :open="open" title="Hand this batch over" @close="emit('close')">
    <form class="mt-3" @submit.prevent="give">
      <TroubleBand :words="trouble" />
      <label class="mb-3 block"
        >To
        <select v-model="to" class="field mt-1" required>
          <option value="" disabled>choose</option>
          <optgroup v-if="takers?.groups.length" label="Groups: any of its people takes it">
            <option v-for="one in takers.groups" :key="one.id" :value="`group ${one.id}`">{{ one.name }}</option>
          </optgroup>
          <optgroup label="People">
            <option v-for="one in takers?.people ?? []" :key="one.id" :value="`person ${one.id}`">{{ one.name }}</option>
          </optgroup>
        </select>
      </label>
      <label class="mb-4 block"
        >A word why
        <textarea
          v-model="why"
          class="field mt-1 min-h-20"
          maxlength="500"
          placeholder="Away until Thursday; documents 3 to 7 are open"
          required
        />
      </label>
      <p class="flex gap-3">
        <button class="act" :disabled="running">Hand it over</button>
        <button type="button" class="act-quiet" @click="emit('close')">Keep it <kbd>Esc</kbd></button>
      </p>
    </form>
  </DialogFrame>
</template>
