<script setup lang="ts">
import type { DestinationChoice } from '~~/shared/views/setUp'
import { formatFacts, type FormatName } from '~~/core/model/fileFormats'
import { templateFault } from '~~/core/name/template'
import { useRubricText, type RawRubric } from '~/components/rules/useRubricText'

/** Where documents go, as sentences. */
const text = defineModel<string>({ required: true })
const { destinations } = defineProps<{ destinations: readonly DestinationChoice[] }>()
const { rubric, change } = useRubricText(text)
type Send = NonNullable<RawRubric['send']>[number]
const sends = computed(() => rubric.value?.send ?? [])
const nameOf = (id: string) => destinations.find(one => one.id === id)?.name ?? id
const set = (at: number, to: Partial<Send>) => change(copy => Object.assign(copy.send![at]!, to))
const add = (to: string) => change(copy => (copy.send = [...(copy.send ?? []), { to }]))
const remove = (at: number) => change(copy => copy.send!.splice(at, 1))
const left = computed(() => destinations.filter(one => !sends.value.some(send => send.to === one.id)))
/** Fields of all types, each once. */
const fields = computed(() => {
  const all = (rubric.value?.types ?? []).flatMap(type => type.fields ?? [])
  return all
    .filter((field, at) => field.kind !== 'table' && all.findIndex(other => other.id === field.id) === at)
    .map(({ id, label, kind, choices }) => ({ id, label, kind: kind ?? ('text' as const), choices: choices ?? [] }))
})
const formats = computed(() => [...new Set((rubric.value?.files ?? []).map(file => file.format))])
/** All of them are what a destination gets where it does not say. */
const setFormat = (at: number, format: FormatName, on: boolean) => {
  const now = sends.value[at]!.files ?? formats.value
  const next = formats.value.filter(one => (one === format ? on : now.includes(one)))
  if (next.length) set(at, { files: next.length === formats.value.length ? undefined : next })
}
const asked = (id: string) => (destinations.find(one => one.id === id)?.connector === 'mail' ? 'who gets it' : 'into which folder')
</script>

<template>
  <div v-if="rubric" class="max-w-4xl">
    <ol>
      <li v-for="(send, at) in sends" :key="send.to" class="border-b border-rule py-3">
        <p class="flex items-baseline gap-4">
          <span class="font-serif text-xl">{{ nameOf(send.to) }}</span>
          <span v-if="!destinations.some(one => one.id === send.to)" class="text-ochre">is not set up</span>
          <button type="button" class="link ml-auto min-h-9" :aria-label="`Take away ${nameOf(send.to)}`" @click="remove(at)">
            Take away
          </button>
        </p>
        <label class="mt-1 flex min-h-9 items-center gap-3"
          ><input
            type="checkbox"
            class="size-5 accent-lapis"
            :checked="send.ask === true"
            @change="set(at, { ask: ($event.target as HTMLInputElement).checked || undefined })"
          />
          Whoever scans says {{ asked(send.to) }}</label
        >
        <label class="mt-1 block max-w-xl"
          >Folder there, if in one<input
            v-typed="send.folder ?? ''"
            class="field numbers mt-1"
            placeholder="its own folder"
            @change="set(at, { folder: ($event.target as HTMLInputElement).value.trim() || undefined })"
        /></label>
        <p v-if="send.folder && templateFault(send.folder)" class="small text-ochre">Expected {{ templateFault(send.folder) }}.</p>
        <SendConditions
          :model-value="send.when ?? []"
          :fields="fields"
          :to="nameOf(send.to)"
          @update:model-value="set(at, { when: $event.length ? $event : undefined })"
        />
        <p class="mt-1 flex flex-wrap items-center gap-x-5">
          <label class="flex min-h-9 items-center gap-3"
            ><input
              type="checkbox"
              class="size-5 accent-lapis"
              :checked="send.together === true"
              @change="set(at, { together: ($event.target as HTMLInputElement).checked || undefined })"
            />
            Only once its whole batch is made</label
          >
          <label class="flex min-h-9 items-center gap-3"
            >Not before<input
              v-typed="send.at ?? ''"
              class="word numbers w-32"
              type="time"
              @change="set(at, { at: ($event.target as HTMLInputElement).value || undefined })"
            />of the day</label
          >
        </p>
        <fieldset v-if="formats.length > 1" class="mt-1 flex flex-wrap items-center gap-x-4">
          <legend class="float-left mr-4">It gets</legend>
          <label v-for="format in formats" :key="format" class="flex min-h-9 items-center gap-1.5"
            ><input
              type="checkbox"
              class="size-4 accent-lapis"
              :checked="(send.files ?? formats).includes(format)"
              @change="setFormat(at, format, ($event.target as HTMLInputElement).checked)"
            />{{ formatFacts(format).label }}</label
          >
        </fieldset>
      </li>
    </ol>
    <p v-if="!sends.length" class="py-3 font-serif text-xl text-faded">Documents stay here: nothing is sent.</p>
    <p class="mt-4 flex flex-wrap items-center gap-2">
      <span v-if="left.length" class="text-faded">Send it, too, to</span>
      <button v-for="one in left" :key="one.id" type="button" class="act-quiet min-h-9!" @click="add(one.id)">{{ one.name }}</button>
      <NuxtLink to="/set-up/destinations" class="link ml-2">Set up another destination</NuxtLink>
    </p>
  </div>
</template>
