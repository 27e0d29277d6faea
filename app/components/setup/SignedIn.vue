<script setup lang="ts">
import type { SessionView } from '~~/shared/views/people'
import { saidTime } from '~/words/time'

/** Where people are signed in: one's own places, or to a steward everybody's. */
const { everybody } = defineProps<{ everybody?: boolean }>()
const me = useMe()
const { data: all, trouble, refresh } = useLoaded<SessionView[]>('/api/sessions')
const { running, trouble: endTrouble, run } = useAction()
const shown = computed(() => (all.value ?? []).filter(one => everybody || one.person === me.person?.name))
const end = (id: string) =>
  run(async () => {
    await ask(`/api/sessions/${id}`, { method: 'DELETE' })
    await refresh()
  })
useIntervalFn(() => void refresh(), 15000)
</script>

<template>
  <section aria-labelledby="sessions-title">
    <h2 id="sessions-title" class="mb-2 text-2xl">Signed in now</h2>
    <TroubleBand :words="trouble ?? endTrouble" />
    <ul>
      <li v-for="one in shown" :key="one.id" class="flex items-baseline gap-4 border-b border-rule py-2.5">
        <span v-if="everybody" class="font-serif text-lg">{{ one.person }}</span>
        <span>{{ one.panel ? `at the panel of ${one.panel}` : 'at a desk' }}</span>
        <span class="numbers text-faded">{{ one.address }}</span>
        <span class="ml-auto whitespace-nowrap text-faded">since {{ saidTime(one.madeAt) }}, last {{ saidTime(one.seenAt) }}</span>
        <span v-if="one.own" class="min-h-9 whitespace-nowrap text-verdigris">this one</span>
        <button
          v-else
          type="button"
          class="link min-h-9 whitespace-nowrap"
          :disabled="running"
          :aria-label="`Sign out ${one.person} ${one.panel ? `at the panel of ${one.panel}` : `at ${one.address}`}`"
          @click="end(one.id)"
        >
          Sign out
        </button>
      </li>
    </ul>
  </section>
</template>
