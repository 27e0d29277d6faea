<script setup lang="ts">
import { BookOpen, ChartNoAxesColumn, Keyboard, LogOut, NotebookPen, ScrollText, Search, Send, Wrench } from '@lucide/vue'

const me = useMe()
const showKeys = ref(false)
const { connected } = useLive(null, async () => undefined)

/** What stands in the spine; a place may lie elsewhere, too. */
const places = computed((): { to: string; name: string; icon: typeof Send; also?: string }[] => [
  { to: '/', name: 'Desk', icon: NotebookPen },
  { to: '/batches', name: 'Batches', icon: BookOpen },
  { to: '/find', name: 'Find', icon: Search },
  { to: '/sent', name: 'Sent', icon: Send, also: '/slips' },
  ...(me.person?.roles.some(role => role !== 'clerk') ? [{ to: '/overview', name: 'Overview', icon: ChartNoAxesColumn }] : []),
  ...(me.person?.roles.includes('steward')
    ? [
        { to: '/rubrics', name: 'Rubrics', icon: ScrollText },
        { to: '/set-up', name: 'Set-up', icon: Wrench },
      ]
    : []),
])
const route = useRoute()
const isAt = ({ to, also }: { to: string; also?: string }) =>
  to !== '/' && (route.path.startsWith(to) || (also !== undefined && route.path.startsWith(also)))
</script>

<template>
  <div class="flex min-h-screen">
    <a href="#work" class="act sr-only focus:not-sr-only focus:fixed focus:z-20">Skip to the page</a>
    <nav aria-label="Places" class="sticky top-0 flex h-screen w-24 shrink-0 flex-col items-center border-r border-rule bg-leaf py-6">
      <NuxtLink to="/" class="font-serif text-4xl leading-none text-vermilion no-underline" aria-label="Rubricator, to the Desk"
        >R</NuxtLink
      >
      <ul class="mt-8 flex w-full flex-col">
        <li v-for="place in places" :key="place.to">
          <NuxtLink
            :to="place.to"
            class="flex flex-col items-center gap-1 border-l-4 border-transparent py-3 text-sm text-faded no-underline hover:text-ink"
            :exact-active-class="place.to === '/' ? 'border-l-ink! text-ink!' : ''"
            :class="{ 'border-l-ink! text-ink!': isAt(place) }"
          >
            <component :is="place.icon" :size="22" :stroke-width="1.5" aria-hidden="true" />
            {{ place.name }}
          </NuxtLink>
        </li>
      </ul>
      <div class="mt-auto w-full px-2 text-center text-sm">
        <NuxtLink
          to="/account"
          class="block truncate font-serif text-lg text-ink"
          :title="`${me.person?.name}: password, and where you are signed in`"
          >{{ me.person?.name }}</NuxtLink
        >
        <button type="button" class="mx-auto flex min-h-11 items-center gap-1.5 text-lapis hover:underline" @click="showKeys = true">
          <Keyboard :size="16" aria-hidden="true" /> Keys
        </button>
        <button type="button" class="mx-auto flex min-h-11 items-center gap-1.5 text-lapis hover:underline" @click="me.signOut()">
          <LogOut :size="16" aria-hidden="true" /> Sign out
        </button>
      </div>
    </nav>
    <div class="min-w-0 flex-1">
      <p v-if="!connected" role="status" class="bg-ochre-wash px-10 py-2 text-ochre">
        The connection to the server is broken; this page comes back by itself. Nothing that was saved is lost.
      </p>
      <p v-if="me.person?.secondFactor === 'missing' && $route.path !== '/account'" class="bg-ochre-wash px-10 py-2 text-ochre">
        The office asks a second factor of you. <NuxtLink to="/account" class="link">Set it up</NuxtLink>
      </p>
      <KeepingBand />
      <main id="work" class="mx-auto px-10 py-8" :class="$route.meta.wide ? '' : 'max-w-[92rem]'" tabindex="-1">
        <slot />
      </main>
    </div>
    <ShowPassword />
    <KeyList :open="showKeys" @close="showKeys = false" />
  </div>
</template>
