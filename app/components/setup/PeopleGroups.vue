<script setup lang="ts">
import type { GroupView, PersonView } from '~~/shared/views/people'
import { counted } from '~/words/count'

/** Groups of people: named once, and then given work and rights together. */
const { people } = defineProps<{ people: readonly PersonView[] }>()
const { data: groups, trouble, refresh } = useLoaded<GroupView[]>('/api/groups')
const { running, trouble: actionTrouble, run } = useAction()
/** The one that is being changed; `new` for one to be. */
const open = ref<string | null>(null)
const asked = reactive({ name: '', people: [] as string[] })
const nameOf = (id: string) => people.find(one => one.id === id)?.name ?? ''

function change(group: GroupView | null) {
  open.value = group?.id ?? 'new'
  Object.assign(asked, { name: group?.name ?? '', people: [...(group?.people ?? [])] })
}
const done = (work: () => Promise<unknown>) =>
  run(async () => {
    await work()
    open.value = null
    await refresh()
  })
const save = () =>
  done(() =>
    open.value === 'new'
      ? ask('/api/groups', { method: 'POST', body: { ...asked } })
      : ask(`/api/groups/${open.value}`, { method: 'PUT', body: { ...asked } }),
  )
const remove = (id: string) => done(() => ask(`/api/groups/${id}`, { method: 'DELETE' }))
</script>

<template>
  <section aria-labelledby="groups-title">
    <div class="mb-2 flex items-baseline gap-6">
      <h2 id="groups-title" class="text-2xl">Groups</h2>
      <button v-if="open !== 'new'" type="button" class="act-quiet ml-auto" @click="change(null)">Add a group</button>
    </div>
    <TroubleBand :words="trouble" />
    <p v-if="groups && !groups.length && open !== 'new'" class="text-faded">
      None yet. A group is given work as one, and a rubric can be for its people alone.
    </p>
    <ul>
      <li
        v-for="one in [...(open === 'new' ? [{ id: 'new', name: '', people: [], rubrics: [] }] : []), ...(groups ?? [])]"
        :key="one.id"
        class="border-b border-rule py-3"
      >
        <div v-if="one.id !== 'new'" class="flex items-baseline gap-4">
          <span class="font-serif text-xl">{{ one.name }}</span>
          <span class="min-w-0 truncate text-faded">{{ one.people.map(nameOf).join(', ') || 'nobody yet' }}</span>
          <span v-if="one.rubrics.length" class="small ml-auto whitespace-nowrap text-faded" :title="one.rubrics.join(', ')"
            >may work with {{ counted(one.rubrics.length, 'rubric') }}</span
          >
          <button
            type="button"
            class="link min-h-9"
            :class="{ 'ml-auto': !one.rubrics.length }"
            :aria-expanded="open === one.id"
            :aria-label="`${open === one.id ? 'Close' : 'Change'} ${one.name}`"
            @click="open === one.id ? (open = null) : change(one)"
          >
            {{ open === one.id ? 'Close' : 'Change' }}
          </button>
        </div>
        <form v-if="open === one.id" class="mt-3 border border-rule bg-leaf px-6 py-5" @submit.prevent="save">
          <TroubleBand :words="actionTrouble" />
          <label class="mb-3 block max-w-md"
            >Name of the group<input v-model="asked.name" class="field mt-1" maxlength="120" required
          /></label>
          <fieldset class="mb-4">
            <legend>Who belongs to it</legend>
            <div class="grid max-h-72 grid-cols-2 gap-x-6 overflow-y-auto sm:grid-cols-3">
              <label v-for="person in people" :key="person.id" class="flex min-h-9 items-center gap-3">
                <input v-model="asked.people" type="checkbox" :value="person.id" class="size-5 accent-lapis" />
                <span :class="{ 'text-faded': !person.active }">{{ person.name }}</span>
              </label>
            </div>
          </fieldset>
          <p class="flex gap-3">
            <button class="act" :disabled="running">{{ one.id === 'new' ? 'Add the group' : 'Save' }}</button>
            <button type="button" class="act-quiet" @click="open = null">Leave it</button>
            <button v-if="one.id !== 'new'" type="button" class="link ml-auto" :disabled="running" @click="remove(one.id)">
              Remove the group
            </button>
          </p>
        </form>
      </li>
    </ul>
  </section>
</template>
