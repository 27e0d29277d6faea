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
  const to = typeof route.query.to === 'string' && route.query.to.startsWith('/') && !route.query.to.startsWith('//') ? route.query.to : '/'
  await navigateTo(to)
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
      <TroubleBand :words="trouble" />
      <button class="act w-full justify-center" :disabled="running">{{ running ? 'Signing in…' : 'Sign in' }}</button>
    </form>
  </div>
</template>
