<script setup lang="ts">
import type { DestinationChoice, RubricText } from '~~/core/model/views'
import { startingText } from '~/components/rubric/startingText'

definePageMeta({ key: route => route.path })
const id = String(useRoute().params.id)
const isNew = id === 'new'
const { data: destinations } = useLoaded<DestinationChoice[]>('/api/destinations')
const loaded = isNew ? null : useLoaded<RubricText>(`/api/rubrics/${id}`)
const text = ref('')
const version = ref(0)
const sound = ref(false)
const saved = ref<string | null>(null)
const { running, trouble, run } = useAction()

const written = computed(() => isNew ? destinations.value && startingText(destinations.value[0]?.id ?? null) : loaded?.data.value && `${JSON.stringify(loaded.data.value.body, null, 2)}\n`)
watch(written, (found) => {
  if (!found) return
  text.value = found
  version.value = loaded?.data.value?.version ?? 0
}, { immediate: true })
const changed = computed(() => isNew || (written.value !== null && text.value !== written.value))
const unknown = computed(() => {
  if (!sound.value || !destinations.value) return null
  const { send = [] } = JSON.parse(text.value) as { send?: { to: string }[] }
  const missing = send.find(one => !destinations.value!.some(known => known.id === one.to))
  return missing ? `It sends to “${missing.to}”, which is not set up. There are ${destinations.value.map(one => `“${one.id}”`).join(', ') || 'none yet'}.` : null
})
useHead({ title: () => `${loaded?.data.value?.name ?? 'New rubric'} · Rubricator` })

async function save() {
  await run(async () => {
    const body = JSON.parse(text.value) as unknown
    const answer = isNew
      ? await ask<{ id: string, version: number }>('/api/rubrics', { method: 'POST', body: { body } })
      : await ask<{ id: string, version: number }>(`/api/rubrics/${id}`, { method: 'PUT', body: { from: version.value, body } })
    if (isNew) return void await navigateTo(`/rubrics/${answer.id}`)
    await loaded?.refresh()
    saved.value = `Version ${answer.version} holds from the next batch on. Batches that were begun keep theirs.`
  })
}
watch(text, () => (saved.value = null))

// Text that is not saved is not thrown away by a slip of the hand.
onBeforeRouteLeave(() => !changed.value || running.value || isNew || window.confirm('The rubric has changes that are not saved. Leave without them?'))
</script>

<template>
  <div class="flex min-h-[34rem] flex-col lg:h-[calc(100vh-4rem)]">
    <PageTitle :title="loaded?.data.value?.name ?? 'New rubric'">
      <template #above>
        <p class="small flex gap-4 text-faded"><NuxtLink to="/rubrics" class="link">Rubrics</NuxtLink><span v-if="version">version {{ version }}</span></p>
      </template>
      <button type="button" class="act" :disabled="running || !sound || !changed" @click="save">{{ isNew ? 'Save the rubric' : `Save as version ${version + 1}` }}</button>
    </PageTitle>
    <TroubleBand :words="trouble ?? loaded?.trouble.value ?? null" />
    <p v-if="saved" class="mb-4 text-verdigris" role="status">{{ saved }}</p>
    <p v-if="unknown" class="mb-4 text-ochre">{{ unknown }}</p>
    <RubricText v-if="text" v-model="text" class="flex-1" @sound="sound = $event" />
  </div>
</template>
