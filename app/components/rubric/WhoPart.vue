<script setup lang="ts">
import type { Act } from '~~/core/model/rights'
import { acts } from '~~/core/model/rights'
import type { GroupView, PersonView } from '~~/shared/views/people'
import type { RubricRights } from '~~/shared/views/rubrics'
import { actWords } from '~/words/rights'

/** Who may work with the rubric. It holds at once, for batches that are there too, and is no part of the rubric's text. */
const { id, types } = defineProps<{ id: string; types: readonly { id: string; label: string }[] }>()
const { data: kept, trouble, refresh } = useLoaded<RubricRights>(`/api/rubrics/${id}/rights`)
const { data: people } = useLoaded<PersonView[]>('/api/people')
const { data: groups } = useLoaded<GroupView[]>('/api/groups')
const { running, trouble: actionTrouble, run } = useAction()
const asked = ref<RubricRights>({ open: true, rights: [], told: [] })
watch(kept, now => now && (asked.value = structuredClone(toRaw(now))), { immediate: true })
const changed = computed(() => kept.value !== null && JSON.stringify(asked.value) !== JSON.stringify(kept.value))
const saved = ref(false)
watch(asked, () => (saved.value = false), { deep: true })

type Right = RubricRights['rights'][number]
const nameOf = (right: Right) =>
  right.group
    ? (groups.value?.find(one => one.id === right.group)?.name ?? '')
    : (people.value?.find(one => one.id === right.person)?.name ?? '')
const adding = ref('')
function add() {
  const [kind, who] = adding.value.split(' ') as [string, string]
  if (who)
    asked.value.rights.push({
      person: kind === 'person' ? who : null,
      group: kind === 'group' ? who : null,
      acts: ['scan', 'fix', 'index', 'see'],
      types: null,
    })
  adding.value = ''
}
const remove = (at: number) => asked.value.rights.splice(at, 1)
function setAct(right: Right, act: Act, is: boolean) {
  right.acts = acts.filter(one => (one === act ? is : right.acts.includes(one)))
}
/** Whoever scans sees the whole batch, so a right to single types is none to scan. */
function setType(right: Right, type: string, is: boolean) {
  const all = types.map(one => one.id)
  const now = all.filter(one => (one === type ? is : (right.types ?? all).includes(one)))
  if (!now.length) return
  right.types = now.length === all.length ? null : now
  if (right.types) setAct(right, 'scan', false)
}
const save = () =>
  run(async () => {
    await ask(`/api/rubrics/${id}/rights`, { method: 'PUT', body: asked.value })
    await refresh()
    saved.value = true
  })
const empty = computed(() => asked.value.rights.some(right => !right.acts.length))
</script>

<template>
  <form v-if="kept" class="max-w-4xl" @submit.prevent="save">
    <TroubleBand :words="trouble ?? actionTrouble" />
    <fieldset class="mb-5">
      <legend class="sr-only">Who may work with it</legend>
      <label class="flex min-h-10 items-center gap-3"
        ><input v-model="asked.open" type="radio" name="open" :value="true" class="size-5 accent-lapis" />
        <span class="font-serif text-xl">Everybody</span>
        <span class="text-faded">Clerks with their own batches, checkers and stewards with all.</span></label
      >
      <label class="flex min-h-10 items-center gap-3"
        ><input v-model="asked.open" type="radio" name="open" :value="false" class="size-5 accent-lapis" />
        <span class="font-serif text-xl">These people and groups</span>
        <span class="text-faded">Nobody else sees it, its batches or its documents.</span></label
      >
    </fieldset>
    <template v-if="!asked.open">
      <ul>
        <li v-for="(right, at) in asked.rights" :key="at" class="border-b border-rule py-3">
          <fieldset>
            <legend class="flex w-full items-baseline gap-4">
              <span class="font-serif text-xl">{{ nameOf(right) }}</span>
              <span class="text-faded">{{ right.group ? 'group' : '' }}</span>
            </legend>
            <div class="flex flex-wrap items-center gap-x-6">
              <label v-for="act in acts" :key="act" class="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  class="size-5 accent-lapis"
                  :checked="right.acts.includes(act)"
                  :disabled="act === 'scan' && right.types !== null"
                  :aria-label="`${nameOf(right)} may ${actWords[act]}`"
                  @change="setAct(right, act, ($event.target as HTMLInputElement).checked)"
                />
                {{ actWords[act] }}</label
              >
              <button type="button" class="link ml-auto min-h-9" :aria-label="`Take away ${nameOf(right)}`" @click="remove(at)">
                Take away
              </button>
            </div>
            <div v-if="types.length > 1" class="flex flex-wrap items-center gap-x-6 text-faded">
              <span>documents of</span>
              <label v-for="type in types" :key="type.id" class="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  class="size-5 accent-lapis"
                  :checked="right.types === null || right.types.includes(type.id)"
                  :aria-label="`${nameOf(right)}: ${type.label}`"
                  @change="setType(right, type.id, ($event.target as HTMLInputElement).checked)"
                />
                {{ type.label }}</label
              >
            </div>
            <p v-if="!right.acts.length" class="small text-ochre">Choose what they may do, or take them away.</p>
          </fieldset>
        </li>
      </ul>
      <p v-if="!asked.rights.length" class="py-2 text-ochre">Nobody yet: so saved, nobody could work with it.</p>
      <label class="mt-3 block max-w-sm"
        >Add a person or a group
        <select v-model="adding" class="field mt-1" @change="add">
          <option value="" disabled>choose</option>
          <optgroup v-if="groups?.length" label="Groups">
            <option v-for="one in groups" :key="one.id" :value="`group ${one.id}`">{{ one.name }}</option>
          </optgroup>
          <optgroup label="People">
            <option v-for="one in (people ?? []).filter(person => person.active)" :key="one.id" :value="`person ${one.id}`">
              {{ one.name }}
            </option>
          </optgroup>
        </select>
      </label>
    </template>
    <fieldset class="mt-6">
      <legend class="font-serif text-xl">Told by mail when its limit is near</legend>
      <p class="small text-faded">Where nobody is named, the stewards are. The limit stands under Checking.</p>
      <div class="flex flex-wrap gap-x-6">
        <label v-for="one in (people ?? []).filter(person => person.active)" :key="one.id" class="flex min-h-9 items-center gap-2">
          <input v-model="asked.told" type="checkbox" class="size-5 accent-lapis" :value="one.id" /> {{ one.name }}</label
        >
      </div>
    </fieldset>
    <p class="mt-6 flex items-baseline gap-4">
      <button class="act" :disabled="running || !changed || empty">Save who may</button>
      <span class="text-faded" role="status">{{ saved ? 'It holds now.' : 'It holds at once, for batches that are there too.' }}</span>
    </p>
  </form>
</template>
