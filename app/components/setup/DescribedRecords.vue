<script setup lang="ts">
import type { DescribedView } from '~~/shared/views/setUp'
import { drawnOptions, firstChosen, type Drawn } from './drawnOptions'

/** Options of business records, chosen from what the other side's own description says; what is chosen stands in the form. */
const options = defineModel<Record<string, unknown>>({ required: true })
const { running, trouble, run } = useAction()
const at = ref('')
const described = shallowRef<DescribedView | null>(null)
const drawn = ref<Drawn | null>(null)
const read = () =>
  run(async () => {
    described.value = await ask<DescribedView>('/api/connectors/described', { method: 'POST', body: { address: at.value.trim() } })
    drawn.value = firstChosen(described.value, options.value)
  })
watch(
  drawn,
  now => {
    if (described.value && now) options.value = drawnOptions(described.value, now, options.value)
  },
  { deep: true },
)
/** Another call has other parameters and keys. */
const findBy = (index: number) => {
  const { attach, write, writes } = drawn.value!
  const first = firstChosen(described.value!, { ...options.value, lookup: { path: described.value!.lookups[index]!.path } })
  drawn.value = { ...first, attach, write, writes }
}
const lookup = computed(() => described.value?.lookups[drawn.value?.lookup ?? -1])
const write = computed(() => described.value?.writes[drawn.value?.write ?? -1])
const nothing = computed(() => described.value && !described.value.lookups.length && !described.value.attaches.length)
const fieldName = ({ id, label }: { id: string; label: string }) => (label === id ? label : `${label} (${id})`)
</script>

<template>
  <section class="border border-rule bg-page px-5 py-4" aria-labelledby="described-title">
    <h4 id="described-title" class="text-lg">Draw it from the other side’s own description</h4>
    <p class="small mt-1 text-faded">
      A program that describes itself by OpenAPI says how its records are found and given documents. Choose here; the form below follows.
    </p>
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <label class="grow"
        >Address of the description<input
          v-model="at"
          class="field mt-1"
          type="url"
          maxlength="2000"
          placeholder="https://register.example/openapi.json"
          @keydown.enter.prevent="read"
      /></label>
      <button type="button" class="act-quiet" :disabled="running || !at.trim()" @click="read">
        {{ running ? 'Reading…' : 'Read it' }}
      </button>
    </div>
    <TroubleBand :words="trouble" />
    <div v-if="described && drawn" class="mt-4 space-y-5" role="group" :aria-label="described.title || 'What the description says'">
      <p role="status" class="text-verdigris">
        {{
          nothing ? 'It describes no call by which records are found or given documents.' : `Read: ${described.title || 'a description'}.`
        }}
      </p>
      <fieldset v-if="described.lookups.length" class="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <legend class="mb-2 font-semibold">A record is found</legend>
        <label class="sm:col-span-2"
          >by the call<select class="field mt-1" :value="drawn.lookup" @change="findBy(Number(($event.target as HTMLSelectElement).value))">
            <option v-for="(one, index) in described.lookups" :key="one.path" :value="index">{{ one.path }} · {{ one.is }}</option>
          </select></label
        >
        <label
          >asked with<select v-model="drawn.parameter" class="field mt-1">
            <option v-for="one in lookup?.parameters" :key="one.name" :value="one.name">{{ one.name }}</option>
          </select></label
        >
        <label
          >which is our field<select v-model="drawn.field" class="field mt-1">
            <option value="" disabled>choose one</option>
            <option v-for="one in described.fields" :key="one.id" :value="one.id">{{ fieldName(one) }}</option>
          </select></label
        >
        <label
          >and while somebody types, with<select v-model="drawn.begins" class="field mt-1">
            <option value="">nothing: only once it is typed</option>
            <option v-for="one in lookup?.parameters" :key="one.name" :value="one.name">{{ one.name }}</option>
          </select></label
        >
        <label
          >It is known by its<select v-model="drawn.identity" class="field mt-1">
            <option v-for="one in lookup?.keys" :key="one.key" :value="one.key">{{ one.key }}</option>
          </select></label
        >
        <div class="sm:col-span-2" role="group" aria-label="People tell two records apart by">
          <p>People tell two apart by</p>
          <p class="mt-1 flex flex-wrap gap-x-5 gap-y-1">
            <label v-for="one in lookup?.keys" :key="one.key" class="flex min-h-8 items-center gap-2"
              ><input v-model="drawn.shown" type="checkbox" class="size-5 accent-lapis" :value="one.key" />{{ one.key }}</label
            >
          </p>
        </div>
      </fieldset>
      <label v-if="described.attaches.length" class="block"
        ><span class="font-semibold">A document is attached</span>
        <select v-model.number="drawn.attach" class="field mt-1">
          <option v-for="(one, index) in described.attaches" :key="one.path" :value="index">{{ one.path }} · {{ one.is }}</option>
        </select></label
      >
      <fieldset v-if="described.writes.length">
        <legend class="mb-2 font-semibold">Once it is attached, these of the record become values of the document</legend>
        <label v-if="described.writes.length > 1" class="mb-3 block"
          >by the call<select v-model.number="drawn.write" class="field mt-1">
            <option v-for="(one, index) in described.writes" :key="one.path" :value="index">{{ one.path }} · {{ one.is }}</option>
          </select></label
        >
        <div class="grid gap-x-6 gap-y-3 sm:grid-cols-3">
          <label v-for="one in write?.keys" :key="one.key"
            >{{ one.is || one.key
            }}<select v-model="drawn.writes[one.key]" class="field mt-1">
              <option :value="undefined">stays as it is</option>
              <option v-for="field in described.fields" :key="field.id" :value="field.id">{{ fieldName(field) }}</option>
            </select></label
          >
        </div>
      </fieldset>
      <ul v-if="described.unfit.length" class="small list-disc pl-5 text-faded" aria-label="What is not offered">
        <li v-for="words in described.unfit" :key="words">{{ words }}</li>
      </ul>
    </div>
  </section>
</template>
