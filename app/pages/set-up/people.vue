<script setup lang="ts">
import type { PasswordLinkView, PersonView, Role } from '~~/shared/views/people'
import { useClipboard } from '@vueuse/core'
import { saidTime } from '~/words/time'

useHead({ title: 'People · Rubricator' })
const me = useMe()
const { data: people, trouble, refresh } = useLoaded<PersonView[]>('/api/people', { kept: true })
const { data: waiting, refresh: lookAgain } = useLoaded<{ who: string; failures: number; until: string }[]>('/api/sessions/waiting')
const { running, trouble: actionTrouble, run } = useAction()
const adding = ref(false)
const link = ref<(PasswordLinkView & { name: string }) | null>(null)
const { copy, copied } = useClipboard()

const add = async (person: { name: string; mail: string | null; roles: Role[] }) => {
  const done = await run(async () => {
    link.value = { name: person.name, ...(await ask<PasswordLinkView>('/api/people', { method: 'POST', body: person })) }
    await refresh()
  })
  if (done) adding.value = false
}
const lift = (who: string) =>
  run(async () => {
    await ask('/api/sessions/waiting', { method: 'DELETE', body: { who } })
    await lookAgain()
  })
useIntervalFn(() => void lookAgain(), 15000)
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <div class="max-w-5xl space-y-10">
    <section aria-labelledby="people-title">
      <div class="mb-2 flex items-baseline gap-6">
        <h2 id="people-title" class="text-2xl">People</h2>
        <button v-if="!adding" type="button" class="act-quiet ml-auto" @click="adding = true">Add a person</button>
      </div>
      <div v-if="link" class="mb-4 border-l-4 border-verdigris bg-white px-4 py-3" role="status">
        <p v-if="link.mailed">{{ link.name }} was sent a link to {{ link.mailed }}. It works once, for three days.</p>
        <template v-else>
          <p>Give this link to {{ link.name }}, who sets a password by it. It is shown this once, works once, and for three days.</p>
          <p class="mt-2 flex items-center gap-4">
            <code class="numbers min-w-0 break-all">{{ link.link }}</code
            ><button type="button" class="act-quiet" @click="copy(link.link ?? '')">
              {{ copied ? 'Copied' : 'Copy' }}
            </button>
          </p>
        </template>
      </div>
      <div v-if="adding" class="mb-4 border border-rule bg-leaf px-6 py-5">
        <PersonForm :running="running" :trouble="actionTrouble" @save="add" @leave="adding = false" />
      </div>
      <ul>
        <OnePerson
          v-for="one in people ?? []"
          :key="one.id"
          :person="one"
          :own="one.id === me.person?.id"
          @changed="refresh"
          @link="link = $event"
        />
      </ul>
    </section>
    <PeopleGroups :people="people ?? []" />
    <SignedIn everybody />
    <section aria-labelledby="waiting-title">
      <h2 id="waiting-title" class="mb-2 text-2xl">Made to wait</h2>
      <p v-if="waiting && !waiting.length" class="text-faded">Nobody: no sign-in failed so often that the next try must wait.</p>
      <ul>
        <li v-for="one in waiting ?? []" :key="one.who" class="flex items-baseline gap-4 border-b border-rule py-2.5">
          <span class="min-w-0 truncate">{{ one.who }}</span>
          <span class="ml-auto whitespace-nowrap text-faded">{{ one.failures }} failed, waits until {{ saidTime(one.until) }}</span>
          <button type="button" class="link min-h-9 whitespace-nowrap" :disabled="running" @click="lift(one.who)">Let them try now</button>
        </li>
      </ul>
    </section>
  </div>
</template>
