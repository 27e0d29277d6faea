<script setup lang="ts">
import { LogOut } from '@lucide/vue'
import type { PanelView } from '~~/shared/views/devices'
import { deviceState } from '~/words/device'

definePageMeta({ layout: 'panel' })
useHead({ title: 'Panel · Rubricator' })

const idleSeconds = 90
const me = useMe()
const { data: panel, trouble, refresh } = useLoaded<PanelView>('/api/panel')
const rubric = ref<string | null>(null)
const batch = ref<number | null>(null)
const mine = ref(false)
const printing = ref(false)
const scanning = ref(false)

useIntervalFn(() => void refresh(), 2000)
void me.find()

function home() {
  rubric.value = null
  batch.value = null
  mine.value = false
  printing.value = false
}
async function signOut() {
  home()
  await me.signOutHere()
}

// Somebody who walks away is signed out; what was scanned or typed is kept. A running scan keeps them in.
const { idle } = useIdle(idleSeconds * 1000)
watch(idle, isIdle => isIdle && me.person && !scanning.value && void signOut())
/** What was known of the device before a scan ended is no longer so. */
function scanned(is: boolean) {
  if (scanning.value && !is) void refresh()
  scanning.value = is
}
const place = computed(() =>
  !panel.value
    ? 'wait'
    : !panel.value.device
      ? 'pair'
      : !me.person
        ? 'sign-in'
        : batch.value !== null
          ? 'scan'
          : rubric.value
            ? 'form'
            : mine.value
              ? 'mine'
              : printing.value
                ? 'prints'
                : 'home',
)
</script>

<template>
  <div class="flex h-full flex-col">
    <header class="flex h-16 shrink-0 items-center gap-5 border-b border-rule bg-leaf pr-2 pl-6">
      <p class="font-serif text-3xl leading-none text-vermilion" aria-hidden="true">R</p>
      <h1 class="font-serif text-2xl">{{ panel?.device?.name ?? 'Rubricator' }}</h1>
      <p v-if="panel?.device" class="text-faded" role="status">{{ deviceState(panel.device.status) }}</p>
      <p v-if="trouble" class="text-ochre" role="status">The server does not answer; this screen comes back by itself.</p>
      <template v-if="me.person && panel?.device">
        <p class="ml-auto font-serif text-2xl">{{ me.person.name }}</p>
        <button type="button" class="touch" @click="signOut"><LogOut :size="22" aria-hidden="true" /> Sign out</button>
      </template>
    </header>
    <PanelPair v-if="place === 'pair'" @paired="refresh" />
    <PanelSignIn v-else-if="place === 'sign-in'" />
    <PanelHome v-else-if="place === 'home'" @rubric="rubric = $event" @mine="mine = true" @prints="printing = true" />
    <PanelPrints v-else-if="place === 'prints'" @back="home" />
    <PanelMine v-else-if="place === 'mine'" @back="home" @batch="batch = $event" />
    <PanelForm
      v-else-if="place === 'form' && panel?.device"
      :rubric="rubric!"
      :device="panel.device"
      @back="home"
      @started="batch = $event"
    />
    <PanelScan v-else-if="place === 'scan' && panel?.device" :batch="batch!" :device="panel.device" @done="home" @scanning="scanned" />
    <p v-else class="p-8 text-faded" role="status">One moment…</p>
  </div>
</template>
