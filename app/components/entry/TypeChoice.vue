<script setup lang="ts">
import type { DocumentPage } from '~~/shared/views/documents'

/** Of which type a document is, by group; values of fields that both types have stay. */
const props = defineProps<{ document: DocumentPage }>()
const emit = defineEmits<{ before: []; changed: [] }>()
const { running, trouble, run } = useAction()
const groups = computed(() => {
  const names = [...new Set(props.document.types.map(type => type.group ?? ''))]
  return names.map(name => ({ name, types: props.document.types.filter(type => (type.group ?? '') === name) }))
})
const choose = (type: string) =>
  run(async () => {
    emit('before')
    await ask(`/api/documents/${props.document.id}/type`, { method: 'PUT', body: { type } })
    emit('changed')
  })
</script>

<template>
  <div class="mb-3 border-b border-rule pb-3">
    <label for="document-type" class="flex items-baseline justify-between">
      <span>Type of document</span
      ><span class="small text-faded">{{ running ? 'being changed…' : 'fields that both have keep their values' }}</span>
    </label>
    <select
      id="document-type"
      class="field min-h-9! py-0.5!"
      :value="document.documentType?.id"
      :disabled="running"
      @change="choose(($event.target as HTMLSelectElement).value)"
    >
      <template v-for="group in groups" :key="group.name">
        <optgroup v-if="group.name" :label="group.name">
          <option v-for="type in group.types" :key="type.id" :value="type.id">{{ type.label }}</option>
        </optgroup>
        <template v-else>
          <option v-for="type in group.types" :key="type.id" :value="type.id">{{ type.label }}</option>
        </template>
      </template>
    </select>
    <p v-if="document.typeWhy" class="small mt-1 text-faded">{{ document.typeWhy }}</p>
    <TroubleBand :words="trouble" />
  </div>
</template>
