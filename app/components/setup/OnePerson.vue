<script setup lang="ts">
import type { PasswordLinkView, PersonView, Role } from '~~/shared/views/people'
import { saidTime } from '~/words/time'

/** A person as a line, opened into what a steward can do for them. */
const { person, own } = defineProps<{ person: PersonView; own: boolean }>()
const emit = defineEmits<{ changed: []; link: [PasswordLinkView & { name: string }] }>()
const { running, trouble, run } = useAction()
const open = ref(false)
/** A PIN is told once. */
const pin = ref<string | null>(null)
const badge = ref('')

const at = `/api/people/${person.id}`
const put = (to: { name: string; mail: string | null; roles: Role[]; active: boolean }) =>
  run(async () => {
    await ask(at, { method: 'PUT', body: to })
    emit('changed')
  })
const save = async (to: { name: string; mail: string | null; roles: Role[] }) => {
  if (await put({ ...to, active: person.active })) open.value = false
}
const allow = (active: boolean) => put({ name: person.name, mail: person.mail, roles: person.roles, active })
const newLink = () =>
  run(async () => {
    emit('link', { name: person.name, ...(await ask<PasswordLinkView>(`${at}/link`, { method: 'POST' })) })
  })
const dropFactor = () =>
  run(async () => {
    await ask(`${at}/second-factor`, { method: 'DELETE' })
    emit('changed')
  })
const newPin = () =>
  run(async () => {
    pin.value = (await ask<{ pin: string }>(`${at}/pin`, { method: 'POST' })).pin
    emit('changed')
  })
const setBadge = (number: string | null) =>
  run(async () => {
    await ask(`${at}/badge`, { method: 'PUT', body: { badge: number } })
    badge.value = ''
    emit('changed')
  })
</script>

<template>
  <li class="border-b border-rule py-3">
    <div class="flex items-baseline gap-4">
      <span class="font-serif text-xl" :class="{ 'text-faded': !person.active }">{{ person.name }}</span>
      <span class="text-faded">{{ person.roles.join(', ') }}</span>
      <span v-if="!person.active" class="text-ochre">may not come in</span>
      <span v-else-if="!person.hasPassword" class="text-ochre">has not set a password yet</span>
      <span class="ml-auto whitespace-nowrap text-faded">{{ person.seenAt ? `here ${saidTime(person.seenAt)}` : 'never here' }}</span>
      <button
        type="button"
        class="link min-h-9"
        :aria-expanded="open"
        :aria-label="`${open ? 'Close' : 'Change'} ${person.name}`"
        @click="open = !open"
      >
        {{ open ? 'Close' : 'Change' }}
      </button>
    </div>
    <div v-if="open" class="mt-3 border border-rule bg-leaf px-6 py-5">
      <PersonForm :person="person" :running="running" :trouble="trouble" @save="save" @leave="open = false" />
      <div class="mt-6 grid gap-x-10 gap-y-5 border-t border-rule pt-5 sm:grid-cols-3">
        <section>
          <h3 class="mb-1 text-lg">Password</h3>
          <p class="small mb-2 text-faded">By a link that works once, for three days.</p>
          <button type="button" class="act-quiet" :disabled="running || !person.active" @click="newLink">Make a new link</button>
          <button v-if="person.hasSecondFactor" type="button" class="link mt-2 block min-h-9" :disabled="running" @click="dropFactor">
            Take the second factor away
          </button>
        </section>
        <section>
          <h3 class="mb-1 text-lg">At the panels</h3>
          <p v-if="pin" class="mb-2" role="status">The new PIN is <span class="numbers text-xl">{{ pin }}</span>. It is shown this once.</p>
          <p v-else class="small mb-2 text-faded">{{ person.hasPin ? 'Has a PIN.' : 'Has no PIN yet.' }}</p>
          <button type="button" class="act-quiet" :disabled="running || !person.active" @click="newPin">Make a new PIN</button>
        </section>
        <form @submit.prevent="setBadge(badge)">
          <h3 class="mb-1 text-lg">Badge</h3>
          <label class="small block text-faded"
            >{{ person.hasBadge ? 'Has a badge. Its number is not shown.' : 'The number on it'
            }}<input v-model="badge" class="field numbers mt-1 text-base text-ink" maxlength="64" pattern="[\w\-]{4,64}" required
          /></label>
          <p class="mt-2 flex gap-3">
            <button class="act-quiet" :disabled="running || !person.active">{{ person.hasBadge ? 'Replace' : 'Give' }}</button>
            <button v-if="person.hasBadge" type="button" class="link" :disabled="running" @click="setBadge(null)">Take away</button>
          </p>
        </form>
      </div>
      <p v-if="!own" class="mt-6 border-t border-rule pt-4">
        <button type="button" class="act-quiet" :disabled="running" @click="allow(!person.active)">
          {{ person.active ? 'Let them in no more' : 'Let them in again' }}
        </button>
        <span v-if="person.active" class="small ml-4 text-faded"
          >They are signed out everywhere, and their programs too. Their work stays.</span
        >
      </p>
    </div>
  </li>
</template>
