<script setup lang="ts">
import { idFor } from '~~/core/name/identity'
import type { ConnectorView, DestinationView } from '~~/shared/views/setUp'

/** A destination by the options of its connector; a new one where none is given. */
const { connector, destination = null } = defineProps<{ connector: ConnectorView; destination?: DestinationView | null }>()
const emit = defineEmits<{ saved: [id: string]; leave: [] }>()
const { running, trouble, faults, run } = useAction()
const asked = reactive<{ name: string; options: Record<string, unknown> }>({
  name: destination?.name ?? '',
  options: { ...destination?.options },
})
const inOrder = ref(destination?.inOrder ?? false)
const kept = (key: string) => destination?.secretsKept.includes(key) ?? false
/** What was left empty is not sent, nor a group of which all was: a secret that is kept stays, all else is as usual. */
function filled(group: Readonly<Record<string, unknown>>): Record<string, unknown> | undefined {
  const parts = Object.entries(group).flatMap(([key, value]) => {
    const part = typeof value === 'object' && value !== null && !Array.isArray(value) ? filled(value as Record<string, unknown>) : value
    return part === '' || part === undefined || (Array.isArray(part) && !part.length) ? [] : [[key, part] as const]
  })
  return parts.length ? Object.fromEntries(parts) : undefined
}
const save = () =>
  run(async () => {
    const options = filled(asked.options) ?? {}
    if (destination) {
      await ask(`/api/destinations/${destination.id}`, { method: 'PUT', body: { name: asked.name, options, inOrder: inOrder.value } })
      emit('saved', destination.id)
    } else {
      const id = idFor(asked.name, [], 'records')
      const body = { id, name: asked.name, connector: connector.name, options, inOrder: inOrder.value }
      await ask('/api/destinations', { method: 'POST', body })
      emit('saved', id)
    }
  })
</script>

<template>
  <form class="space-y-5" @submit.prevent="save">
    <label class="block">What people call it<input v-model="asked.name" class="field mt-1" maxlength="120" required /></label>
    <DescribedRecords v-if="connector.can.described" v-model="asked.options" />
    <div class="grid items-start gap-x-6 gap-y-5 sm:grid-cols-2">
      <OptionField
        v-for="option in connector.options"
        :key="option.key"
        v-model="asked.options[option.key]"
        :class="{ 'sm:col-span-2': option.schema.type === 'object' }"
        :label="option.label"
        :about="option.is"
        :schema="option.schema"
        :secret="option.secret"
        :kept="kept(option.key)"
        :required="option.required"
        :path="`options.${option.key}`"
        :faults="faults"
      />
    </div>
    <label class="flex items-start gap-3"
      ><input v-model="inOrder" type="checkbox" class="mt-1 size-5 shrink-0 accent-lapis" /><span
        >In the order in which documents were filed<span class="small block text-faded"
          >One after the other: while one is on its way or tried again, the later ones wait. One that a person must see to first lets them
          pass.</span
        ></span
      ></label
    >
    <TroubleBand :words="Object.keys(faults).length ? 'Some of it cannot be used; what is wrong stands at each field.' : trouble" />
    <p class="flex gap-3">
      <button class="act" :disabled="running">{{ running ? 'Saving…' : 'Save' }}</button>
      <button type="button" class="act-quiet" @click="emit('leave')">Leave it</button>
    </p>
  </form>
</template>
