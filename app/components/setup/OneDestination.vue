<script setup lang="ts">
import type { ConnectorView, DestinationChoice, DestinationView } from '~~/shared/views/setUp'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

/** A destination as a line, opened into its options. */
const {
  row,
  connectors,
  came = null,
} = defineProps<{
  row: DestinationChoice
  connectors: readonly ConnectorView[]
  /** How a sign-in there went from which somebody comes back. */
  came?: string | null
}>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const shown = shallowRef<DestinationView | null>(null)
const answer = ref<string | null>(null)
const at = `/api/destinations/${row.id}`
const connector = computed(() => connectors.find(one => one.name === row.connector))
const uses = computed(() => {
  const { rubrics = [], slips = 0 } = shown.value?.uses ?? {}
  return [rubrics.length ? `used by ${rubrics.join(', ')}` : 'used by no rubric', slips ? counted(slips, 'slip') : 'nothing sent yet'].join(
    ' · ',
  )
})

const open = () =>
  run(async () => {
    shown.value = shown.value ? null : await ask<DestinationView>(at)
    answer.value = null
  })
const tryIt = () =>
  run(async () => {
    answer.value = null
    answer.value = (await ask<{ answer: string }>(`${at}/check`, { method: 'POST' })).answer
  })
const remove = () =>
  run(async () => {
    await ask(at, { method: 'DELETE' })
    emit('changed')
  })
const signIn = () =>
  run(async () => {
    window.location.assign((await ask<{ url: string }>(`${at}/sign-in`, { method: 'POST' })).url)
  })
const forgetSignIn = () =>
  run(async () => {
    await ask(`${at}/sign-in`, { method: 'DELETE' })
    shown.value = await ask<DestinationView>(at)
  })
const cameBack: Readonly<Record<string, string>> = {
  done: 'You have signed in there. Try it.',
  late: 'That sign-in took too long, or was not begun here. Begin it again.',
  refused: 'The other side did not let this program in. Begin again, and agree to what it asks there.',
  failed: 'The other side gave no token. Look at token address, client and secret; what it said stands in the log.',
}
const saved = async () => {
  shown.value = null
  emit('changed')
  await tryIt()
}
</script>

<template>
  <li class="border-b border-rule py-3">
    <div class="flex items-baseline gap-4">
      <span class="min-w-0 font-serif text-xl">{{ row.name }}</span>
      <span class="text-faded">{{ row.kind }}</span>
      <span class="numbers ml-auto whitespace-nowrap text-faded">{{ row.id }}</span>
      <button type="button" class="link min-h-9" :disabled="running" :aria-label="`Try it: ${row.name}`" @click="tryIt">Try it</button>
      <button
        type="button"
        class="link min-h-9"
        :disabled="running"
        :aria-expanded="shown !== null"
        :aria-label="`${shown ? 'Close' : 'Change'} ${row.name}`"
        @click="open"
      >
        {{ shown ? 'Close' : 'Change' }}
      </button>
    </div>
    <p v-if="came && cameBack[came]" class="small mt-1" :class="came === 'done' ? 'text-verdigris' : 'text-vermilion'" role="status">
      {{ cameBack[came] }}
    </p>
    <p v-if="answer" class="small mt-1 text-verdigris" role="status">{{ answer }}</p>
    <TroubleBand :words="trouble" />
    <div v-if="shown && connector" class="mt-3 border border-rule bg-leaf px-6 py-5">
      <p v-if="shown.signsIn" class="mb-5 flex flex-wrap items-baseline gap-x-5 gap-y-2 border-b border-rule pb-4">
        <template v-if="shown.signedIn">
          <span>{{ shown.signedIn.by }} signed in there {{ saidTime(shown.signedIn.at) }}; what goes there goes in that name.</span>
          <button type="button" class="link ml-auto min-h-9" :disabled="running" @click="forgetSignIn">Forget it</button>
        </template>
        <span v-else class="text-vermilion">Nobody has signed in there yet, so nothing can be delivered.</span>
        <button type="button" class="act-quiet" :class="{ 'ml-auto': !shown.signedIn }" :disabled="running" @click="signIn">
          {{ shown.signedIn ? 'Sign in there again' : 'Sign in there' }}
        </button>
      </p>
      <DestinationForm :connector="connector" :destination="shown" @saved="saved" @leave="shown = null" />
      <p class="small mt-6 flex items-baseline gap-4 border-t border-rule pt-4 text-faded">
        {{ uses }}<button type="button" class="link ml-auto text-base" :disabled="running" @click="remove">Remove it</button>
      </p>
    </div>
  </li>
</template>
