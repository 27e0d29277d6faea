<script setup lang="ts">
import { expectedOf } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { Field } from '~~/core/rubric/field'
import type { AddressView } from '~~/shared/views/people'
import { optionWeight, settingOptions, settingWords, weightWords, type SettingKey } from '~/words/settings'
import type { useStart } from './useStart'

const props = defineProps<{ start: ReturnType<typeof useStart> }>()
const { form, draft, settings, faultOf, answers } = props.start
const modes = { text: 'text', date: 'text', number: 'decimal', email: 'email' } as const
/** Entries of the address book that fit what is typed. */
const people = shallowRef<AddressView[]>([])
const offer = useDebounceFn(async (part: string) => {
  people.value = await ask<AddressView[]>('/api/addresses', { query: { part } }).catch(() => [])
}, 120)
/** Several boxes, or several lines, as on the entry card. */
const ownControl = (field: Field) => ['boxes', 'lines'].includes(kindOf(field).control)
const touched = ref(new Set<string>())
const shown = computed(() => settingOptions.filter(one => form.value?.mayChange.includes(one.key)))
const several = computed(() => Object.entries(answers.value).find(([, answer]) => answer.records.length > 1 && !answer.chosen) ?? null)
const lookupTrouble = computed(() => Object.values(answers.value).find(answer => answer.trouble)?.trouble ?? null)

async function left(id: string) {
  touched.value.add(id)
  await props.start.lookUp().catch(() => undefined)
}
function choose(key: SettingKey, text: string) {
  const value = settingOptions.find(one => one.key === key)?.options.find(option => String(option.value) === text)?.value
  draft.value.choices = { ...draft.value.choices, [key]: value }
}
const sendOf = (to: string) => draft.value.sends[to] ?? { to, folder: '', people: [] }
</script>

<template>
  <div v-if="form">
    <div v-if="form.fields.length" class="grid gap-y-2.5">
      <component :is="ownControl(field) ? 'div' : 'label'" v-for="field in form.fields" :key="field.id" class="block">
        <span class="flex items-baseline justify-between gap-2"
          >{{ field.label }}{{ field.required ? ' *' : ''
          }}<span class="small text-right" :class="touched.has(field.id) && faultOf(field) ? 'text-ochre' : 'text-faded'">{{
            (touched.has(field.id) && faultOf(field)) || (field.kind === 'text' ? '' : expectedOf(field))
          }}</span></span
        >
        <FieldControl
          v-if="ownControl(field)"
          :model-value="draft.values[field.id] ?? ''"
          :field="field"
          :wrong="touched.has(field.id) && faultOf(field) !== null"
          :waits="false"
          @update:model-value="draft.values[field.id] = $event"
          @focusout="left(field.id)"
        />
        <select v-else-if="kindOf(field).control === 'list'" v-model="draft.values[field.id]" class="field" @blur="left(field.id)">
          <option value="">choose</option>
          <option v-for="choice in kindOf(field).choices(field)" :key="choice" :value="choice">{{ choice }}</option>
        </select>
        <input
          v-else
          v-model="draft.values[field.id]"
          class="field"
          :inputmode="modes[kindOf(field).keys]"
          autocomplete="off"
          :list="kindOf(field).control === 'address' ? 'start-addresses' : undefined"
          @focus="kindOf(field).control === 'address' && offer(draft.values[field.id] ?? '')"
          @input="kindOf(field).control === 'address' && offer(draft.values[field.id] ?? '')"
          @blur="left(field.id)"
        />
      </component>
      <datalist id="start-addresses">
        <option v-for="one in people" :key="one.id" :value="one.mail">{{ one.name }}</option>
      </datalist>
    </div>
    <p v-if="lookupTrouble" class="mt-2 text-ochre" role="status">{{ lookupTrouble }}</p>
    <div v-if="several" class="mt-2 border border-ochre bg-leaf p-3">
      <p class="mb-1 text-ochre">There are {{ several[1].records.length }}. Which {{ several[1].noun }} is it?</p>
      <button
        v-for="record in several[1].records"
        :key="record.id"
        type="button"
        class="act-quiet mr-2 mb-1"
        @click="start.lookUp({ system: several![0], record: record.id })"
      >
        {{ record.shown.join(', ') }}
      </button>
    </div>
    <div v-for="send in form.sends" :key="send.to" class="mt-4">
      <PeopleField
        v-if="send.asks === 'people'"
        :model-value="sendOf(send.to).people"
        :label="`Who gets it by ${send.name}?`"
        @update:model-value="draft.sends[send.to] = { ...sendOf(send.to), people: $event }"
      />
      <FolderField
        v-else
        :model-value="sendOf(send.to).folder"
        :destination="send.to"
        :name="send.name"
        @update:model-value="draft.sends[send.to] = { ...sendOf(send.to), folder: $event }"
      />
    </div>
    <details v-if="form.mayChange.length && settings" class="mt-4">
      <summary class="link cursor-pointer py-2">
        How it is scanned: {{ settingWords(settings) }}, {{ weightWords(form.weights, settings.colour, settings.dpi) }}
      </summary>
      <div class="mt-2 grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <label v-for="one in shown" :key="one.key" class="block"
          >{{ one.title }}
          <select class="field" :value="String(settings[one.key])" @change="choose(one.key, ($event.target as HTMLSelectElement).value)">
            <option v-for="option in one.options" :key="String(option.value)" :value="String(option.value)">
              {{ [option.words, option.hint, optionWeight(form, settings, one.key, option.value)].filter(Boolean).join(', ') }}
            </option>
          </select>
        </label>
        <label v-if="form.mayChange.includes('name')" class="block"
          >File name<input v-model="draft.choices.name" class="field" maxlength="64" placeholder="as usual"
        /></label>
        <label v-if="form.mayChange.includes('protect')" class="block"
          >Code to open the PDF<input
            v-model="draft.choices.protect"
            class="field"
            maxlength="64"
            minlength="4"
            autocomplete="off"
            placeholder="none"
        /></label>
      </div>
    </details>
  </div>
</template>
