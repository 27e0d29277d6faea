<script setup lang="ts">
import type { ConnectorView, DestinationChoice } from '~~/shared/views/setUp'

useHead({ title: 'Destinations · Rubricator' })
const { data: destinations, trouble, refresh } = useLoaded<DestinationChoice[]>('/api/destinations')
const { data: connectors } = useLoaded<ConnectorView[]>('/api/connectors')
/** From a sign-in elsewhere one comes back here; said once. */
const { signedIn: id, as } = useRoute().query
const came = { id, as: typeof as === 'string' ? as : null }
onMounted(() => id && void useRouter().replace({ query: {} }))
/** What is to be added; null where nothing is. */
const adding = ref<string | null>(null)
const chosen = computed(() => (connectors.value ?? []).find(one => one.name === adding.value))
const added = async () => {
  adding.value = null
  await refresh()
}
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <section class="max-w-5xl" aria-labelledby="destinations-title">
    <h2 id="destinations-title" class="mb-2 text-2xl">Destinations</h2>
    <ul>
      <OneDestination
        v-for="row in destinations ?? []"
        :key="row.id"
        :row="row"
        :connectors="connectors ?? []"
        :came="came.id === row.id ? came.as : null"
        @changed="refresh"
      />
    </ul>
    <p v-if="destinations && !destinations.length" class="py-3 text-faded">
      Nothing can be filed yet. Add the first place where the office looks for its documents.
    </p>
    <div class="mt-8 border border-rule bg-leaf px-6 py-5">
      <h3 class="mb-3 text-xl">Add a destination</h3>
      <p class="flex flex-wrap gap-3" role="group" aria-label="What kind it is">
        <button
          v-for="one in connectors ?? []"
          :key="one.name"
          type="button"
          :class="one.name === adding ? 'act' : 'act-quiet'"
          :aria-pressed="one.name === adding"
          @click="adding = one.name"
        >
          <span class="first-letter:uppercase">{{ one.label }}</span>
        </button>
      </p>
      <DestinationForm v-if="chosen" :key="chosen.name" class="mt-6" :connector="chosen" @saved="added" @leave="adding = null" />
    </div>
  </section>
</template>
