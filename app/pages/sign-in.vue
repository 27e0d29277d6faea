<script setup lang="ts">
definePageMeta({ layout: 'plain' })

const me = useMe()
const route = useRoute()
const name = ref('')
const password = ref('')
const { running, trouble, run } = useAction()

/** Asked for where the person has a second factor. */
const code = ref<string | null>(null)
const codeField = useTemplateRef<HTMLInputElement>('codeField')

/** The provider that vouches for people, where there is one. */
const { data: ways } = useLoaded<{ outside: string | null }>('/api/session/ways')
const to = computed(() => {
  const asked = route.query.to
  return typeof asked === 'string' && /^\/(?![/\\])/.test(asked) ? asked : '/'
})
const outsideUrl = computed(() => `/api/session/outside?to=${encodeURIComponent(to.value)}`)
const cameBack: Record<string, string> = {
  none: 'No other way to sign in is set up. Sign in with your name and password.',
  failed: 'The sign-in could not be finished. Try it once more; if it fails again, tell a steward.',
  late: 'That took too long, or was begun in another window. Sign in once more.',
  deactivated: 'You may not come in here any more. Ask a steward.',
  role: 'You belong to no group that may work here. Ask whoever looks after the groups.',
  unknown: 'Nobody here has your mail address yet. Ask a steward to add you.',
  name: 'Somebody of your name is here, with another mail address or none. Ask a steward to enter yours.',
}
const outsideTrouble = computed(() => cameBack[String(route.query.outside)] ?? null)

async function signIn() {
  const done = await run(() =>
    me.signIn(name.value, password.value, code.value ?? undefined).catch(async (error: unknown) => {
      if ((error as { data?: { data?: { code?: boolean } } }).data?.data?.code) {
        code.value = ''
        await nextTick()
        codeField.value?.focus()
      }
      throw error
    }),
  )
  if (!done) return
  await navigateTo(to.value)
}
</script>

<template>
  <div class="mx-auto grid min-h-screen max-w-5xl items-center gap-16 px-10 md:grid-cols-2">
    <div>
      <h1 class="initial text-7xl">Rubricator</h1>
      <p class="mt-5 max-w-sm font-serif text-xl text-faded">
        Stacks of paper become documents with names, words that can be searched, and a place where they will be looked for.
      </p>
    </div>
    <form class="border border-rule bg-leaf px-9 py-9" @submit.prevent="signIn">
      <h2 class="mb-5 text-2xl">Sign in</h2>
      <label class="mb-4 block"
        >Name
        <input v-model="name" class="field mt-1" name="name" autocomplete="username" required autofocus />
      </label>
      <label class="mb-6 block"
        >Password
        <input v-model="password" class="field mt-1" type="password" name="password" autocomplete="current-password" required />
      </label>
      <label v-if="code !== null" class="mb-6 block"
        >Code of your authenticator
        <input
          ref="codeField"
          v-model="code"
          class="field numbers mt-1 tracking-[0.3em]"
          name="code"
          autocomplete="one-time-code"
          inputmode="numeric"
          pattern="\d{6}"
          maxlength="6"
          required
        />
      </label>
      <TroubleBand :words="trouble ?? outsideTrouble" />
      <button class="act w-full justify-center" :disabled="running">{{ running ? 'Signing in…' : 'Sign in' }}</button>
      <p v-if="ways?.outside" class="mt-5 border-t border-rule pt-5">
        <a :href="outsideUrl" class="act-quiet w-full justify-center">Sign in with {{ ways.outside }}</a>
      </p>
    </form>
  </div>
</template>
