<script setup lang="ts">
import { LayoutGrid, List, Search } from '@lucide/vue'
import type { KeptSearch } from '~~/shared/views/find'
import { useFind } from '~/components/find/useFind'
import { counted } from '~/words/count'

useHead({ title: 'Find · Rubricator' })
const { asked, found, facets, more, instead, trouble, looking, set, setAll, loadMore } = useFind()
const { typed: text, search } = useTypedSearch(
  () => asked.value.text ?? '',
  words => set('text', words),
  150,
)
const box = useTemplateRef<HTMLInputElement>('box')
onMounted(() => box.value?.focus())

const pictures = useLocalStorage('rubricator-find-pictures', false)
const narrowed = computed(() => Object.keys(asked.value).length > 0)
const howMany = computed(() => {
  const { all, most } = facets.value ?? { all: 0, most: 1 }
  return all >= most ? `${counted(most, 'document')} and more` : counted(all, 'document')
})
const query = computed(() => new URLSearchParams(asked.value).toString())

const { data: kept, refresh } = useLoaded<KeptSearch[]>('/api/find/kept')
const { running, trouble: keepTrouble, run } = useAction()
const name = ref<string | null>(null)
const keep = () =>
  run(async () => {
    await ask('/api/find/kept', { method: 'PUT', body: { name: name.value?.trim(), query: asked.value } })
    name.value = null
    await refresh()
  })
const forget = (id: number) =>
  run(async () => {
    await ask(`/api/find/kept/${id}`, { method: 'DELETE' })
    await refresh()
  })
</script>

<template>
  <PageTitle title="Find" low />
  <TroubleBand :words="trouble ?? keepTrouble" />
  <div class="mt-5 grid items-start gap-8 lg:grid-cols-[15rem_minmax(0,1fr)]">
    <aside class="space-y-6" aria-label="Narrow the result">
      <FindFilters v-if="facets" :facets="facets" :asked="asked" @set="set" />
      <section v-if="kept?.length" aria-labelledby="kept-title">
        <h2 id="kept-title" class="text-lg text-faded">Kept searches</h2>
        <ul>
          <li v-for="one in kept" :key="one.id" class="flex items-center justify-between gap-2">
            <button type="button" class="link min-h-9 truncate text-left" @click="setAll(one.query)">{{ one.name }}</button>
            <button type="button" class="link min-h-9 px-1" :aria-label="`Forget ${one.name}`" :disabled="running" @click="forget(one.id)">
              ×
            </button>
          </li>
        </ul>
      </section>
    </aside>
    <section aria-label="What was found">
      <label class="relative mb-3 flex items-center" role="search"
        ><Search :size="20" class="absolute left-3.5 text-faded" aria-hidden="true" />
        <input
          ref="box"
          v-model="text"
          type="search"
          class="field min-h-12! pl-11! text-lg"
          aria-label="Words in documents, index values, batches, barcodes, names of files"
          placeholder="Words in documents, index values, batches, barcodes, names of files"
          maxlength="200"
          @input="search"
        />
      </label>
      <div class="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
        <p role="status" class="mr-auto text-faded">
          {{ looking && !found ? 'Looking…' : facets && !instead ? (narrowed ? `${howMany} found` : `${howMany}, the newest first`) : '' }}
        </p>
        <template v-if="name !== null">
          <label class="flex items-center gap-2"
            >Its name <input v-model="name" class="field min-h-9! w-48! py-0.5!" maxlength="80"
          /></label>
          <button type="button" class="act-quiet min-h-9!" :disabled="running || !name.trim()" @click="keep">Keep it</button>
        </template>
        <button v-else-if="narrowed" type="button" class="tool" @click="name = asked.text ?? ''">Keep this search…</button>
        <template v-if="found?.length && !instead">
          <a class="tool no-underline" :href="`/api/find/csv?${query}`" download>CSV</a>
          <a
            v-if="facets && facets.all < facets.most"
            class="tool no-underline"
            :href="`/api/find/bag?${query}`"
            title="Files and index values as one package for an archive (BagIt)"
            download
            >Package</a
          >
        </template>
        <button type="button" class="tool" :aria-pressed="pictures" @click="pictures = !pictures">
          <component :is="pictures ? List : LayoutGrid" :size="16" aria-hidden="true" /> {{ pictures ? 'As a list' : 'As pictures' }}
        </button>
      </div>
      <p v-if="instead && found" class="mb-2 border-l-4 border-ochre pl-4" role="status">
        Nothing has <strong>{{ asked.text }}</strong>. This is what has
        <button type="button" class="link font-semibold" @click="set('text', instead)">{{ instead }}</button>.
      </p>
      <FoundList v-if="found?.length" :found="found" :pictures="pictures" :text="instead ?? asked.text ?? ''" />
      <div v-else-if="found" class="max-w-2xl py-10">
        <p class="initial font-serif text-3xl">{{ narrowed ? 'Nothing fits.' : 'Nothing is here yet.' }}</p>
        <p v-if="narrowed" class="mt-4 text-lg text-faded">
          Every word must stand in the document, its values or its names; words in quotes stand together in a value or a name.
          <button type="button" class="link" @click="setAll({})">Begin again</button>
        </p>
        <p v-else class="mt-4 text-lg text-faded">Documents are found here from the moment their pages are read.</p>
      </div>
      <button v-if="more && !instead" type="button" class="act-quiet mt-5" :disabled="looking" @click="loadMore">
        Show more documents
      </button>
    </section>
  </div>
</template>
