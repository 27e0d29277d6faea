<script setup lang="ts">
import type { OfficeView } from '~~/shared/views/setUp'

useHead({ title: 'Office · Rubricator' })
const { data: office, trouble, refresh } = useLoaded<OfficeView>('/api/office')
const { running, trouble: saveTrouble, run } = useAction()
const asked = reactive({
  name: '',
  timeZone: 'UTC',
  languages: 'eng',
  dates: '',
  numbers: '.',
  own: false,
  networks: '',
  mails: false,
  mail: { host: '', port: 587, secure: false, user: '', from: '' },
  password: '',
  secondFactor: 'nobody',
  printDays: 3,
})
const saved = ref(false)
const tried = ref<string | null>(null)
const dateHabits = [
  ['dd/MM/yyyy', '31/03/2026'],
  ['d MMM yyyy', '31 Mar 2026'],
  ['dd.MM.yyyy', '31.03.2026'],
  ['MM/dd/yyyy', '03/31/2026'],
  ['yyyy-MM-dd', '2026-03-31'],
] as const
const numberHabits = [
  ['.', '1234.50'],
  ['.,', '1,234.50'],
  [',', '1234,50'],
  [',.', '1.234,50'],
  [', ', '1 234,50'],
] as const
const zones = ['UTC', ...Intl.supportedValuesOf('timeZone')]
const now = useNow({ interval: 1000 })
const clock = computed(() =>
  now.value.toLocaleString('en-GB', {
    timeZone: asked.timeZone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  }),
)

watch(office, found => {
  if (!found) return
  Object.assign(asked, {
    name: found.name,
    timeZone: found.timeZone,
    languages: found.habits.languages.join(' '),
    dates: found.habits.dates,
    numbers: `${found.habits.decimal}${found.habits.grouping}`,
    own: found.networks !== null,
    networks: (found.networks ?? found.usualNetworks).join('\n'),
    mails: found.mail !== null,
    mail: { host: '', port: 587, secure: false, from: '', ...found.mail, user: found.mail?.user ?? '' },
    password: '',
    secondFactor: found.secondFactor,
    printDays: found.printDays,
  })
})
const save = async () => {
  tried.value = null
  saved.value = await run(async () => {
    const { host, port, secure, user, from } = asked.mail
    await ask('/api/office', {
      method: 'PUT',
      body: {
        name: asked.name,
        timeZone: asked.timeZone,
        habits: {
          languages: asked.languages.split(/[\s,]+/).filter(Boolean),
          dates: asked.dates,
          decimal: asked.numbers[0],
          grouping: asked.numbers.slice(1),
        },
        secondFactor: asked.secondFactor,
        printDays: asked.printDays,
        networks: asked.own ? asked.networks.split(/[\s,]+/).filter(Boolean) : null,
        mail: asked.mails
          ? { host, port, secure, from, ...(user ? { user } : {}), ...(asked.password ? { password: asked.password } : {}) }
          : null,
      },
    })
    await refresh()
  })
}
const to = ref('')
const tryMail = () =>
  run(async () => {
    await ask('/api/office/notice', { method: 'POST', body: { to: to.value } })
    tried.value = `A notice is on its way to ${to.value}.`
  })
</script>

<template>
  <PageTitle title="Set-up" />
  <SetUpPlaces />
  <TroubleBand :words="trouble" />
  <form v-if="office" class="max-w-3xl space-y-9" @submit.prevent="save">
    <section>
      <h2 class="mb-3 text-2xl">The office</h2>
      <div class="grid gap-x-6 sm:grid-cols-2">
        <label class="block">What it is called, in notices<input v-model="asked.name" class="field mt-1" maxlength="200" /></label>
        <label class="block"
          >Time zone
          <select v-model="asked.timeZone" class="field mt-1">
            <option v-for="zone in zones" :key="zone" :value="zone">{{ zone.replaceAll('_', ' ') }}</option>
          </select>
        </label>
      </div>
      <p class="small mt-2 text-faded">There it is {{ clock }}. By this clock batches and files are named and days begin.</p>
    </section>
    <section>
      <h2 class="mb-1 text-2xl">How its paper is written</h2>
      <p class="mb-3 text-faded">A new rubric, and a new field of one, begins with this.</p>
      <div class="grid gap-x-6 gap-y-3 sm:grid-cols-3">
        <label class="block"
          >Languages of the text<input v-model="asked.languages" class="field numbers mt-1" placeholder="eng" required
        /></label>
        <label class="block"
          >Dates<select v-model="asked.dates" class="field mt-1">
            <option v-for="[format, example] in dateHabits" :key="format" :value="format">{{ example }}</option>
          </select></label
        >
        <label class="block"
          >Numbers<select v-model="asked.numbers" class="field mt-1">
            <option v-for="[habit, example] in numberHabits" :key="habit" :value="habit">{{ example }}</option>
          </select></label
        >
      </div>
    </section>
    <section>
      <h2 class="mb-3 text-2xl">Signing in</h2>
      <label class="flex min-h-9 items-center gap-3"
        ><input v-model="asked.secondFactor" type="checkbox" true-value="stewards" false-value="nobody" class="size-5 accent-lapis" />
        Stewards show a second factor; without one they change nothing here</label
      >
      <p class="small text-faded">Everybody may have one: it is set up under one’s own name.</p>
    </section>
    <section>
      <h2 class="mb-3 text-2xl">Printing</h2>
      <p class="sentences">
        What people print waits for
        <input v-model.number="asked.printDays" class="word numbers w-20" type="number" min="1" max="90" required aria-label="Days" />
        days until they fetch it at a device; then it is deleted.
      </p>
    </section>
    <section>
      <h2 class="mb-3 text-2xl">What may be reached</h2>
      <p class="mb-2 text-faded">Devices and destinations are asked in these networks only, wherever their names lead.</p>
      <label class="flex min-h-9 items-center gap-3"
        ><input v-model="asked.own" type="radio" name="networks" :value="false" class="size-5 accent-lapis" /> This machine, and private
        networks</label
      >
      <label class="flex min-h-9 items-center gap-3"
        ><input v-model="asked.own" type="radio" name="networks" :value="true" class="size-5 accent-lapis" /> These, one on each line</label
      >
      <textarea
        v-if="asked.own"
        v-model="asked.networks"
        class="field numbers mt-2"
        rows="6"
        aria-label="Networks, one on each line, such as 192.0.2.0/24"
      />
    </section>
    <section>
      <h2 class="mb-3 text-2xl">Mail for notices</h2>
      <label class="mb-3 flex min-h-9 items-center gap-3"
        ><input v-model="asked.mails" type="checkbox" class="size-5 accent-lapis" /> Send links and warnings by mail</label
      >
      <div v-if="asked.mails" class="grid gap-x-6 gap-y-3 sm:grid-cols-[1fr_8rem]">
        <label class="block">Mail server<input v-model="asked.mail.host" class="field mt-1" required /></label>
        <label class="block"
          >Port<input v-model.number="asked.mail.port" class="field numbers mt-1" type="number" min="1" max="65535" required
        /></label>
        <label class="block">The sender's address<input v-model="asked.mail.from" class="field mt-1" type="email" required /></label>
        <label class="flex min-h-11 items-end gap-3 pb-2"
          ><input v-model="asked.mail.secure" type="checkbox" class="size-5 accent-lapis" /> TLS at once</label
        >
        <label class="block"
          >User name, where it asks for one<input v-model="asked.mail.user" class="field mt-1" autocomplete="off"
        /></label>
        <span />
        <label class="block"
          >Password<input
            v-model="asked.password"
            class="field mt-1"
            type="password"
            autocomplete="new-password"
            :placeholder="office.mailPasswordKept ? 'kept; type to replace it' : ''"
        /></label>
      </div>
    </section>
    <div>
      <TroubleBand :words="saveTrouble" />
      <p class="flex flex-wrap items-center gap-4">
        <button class="act" :disabled="running">Save</button>
        <span v-if="saved" class="text-verdigris" role="status">Saved.</span>
      </p>
    </div>
  </form>
  <form v-if="office?.mail" class="mt-8 flex max-w-3xl flex-wrap items-end gap-4 border-t border-rule pt-6" @submit.prevent="tryMail">
    <label class="block grow">Try the mail server: a notice to<input v-model="to" class="field mt-1" type="email" required /></label>
    <button class="act-quiet" :disabled="running">Send one</button>
    <p v-if="tried" class="w-full text-verdigris" role="status">{{ tried }}</p>
  </form>
  <SingleSignOn v-if="office" class="mt-8" />
</template>
