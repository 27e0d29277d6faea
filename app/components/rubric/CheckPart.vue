<script setup lang="ts">
import { drawDocuments } from '~~/core/quality/draw'
import { aqls, mostReduced } from '~~/core/quality/plan'
import { Check } from '~~/core/rubric/handling'
import { useRubricText, type RawRubric } from '~/components/rules/useRubricText'

/** Which documents a second person checks, and how many batches may wait, as sentences with what they come to. */
const text = defineModel<string>({ required: true })
const { id } = defineProps<{ id: string | null }>()
const { rubric, change } = useRubricText(text)
type RawCheck = NonNullable<RawRubric['check']>
type RawLimits = NonNullable<RawRubric['limits']>

const check = computed(() => rubric.value?.check ?? { mode: 'none' as const })
const mode = computed({
  get: () => check.value.mode,
  set: to =>
    change(copy => {
      const of: Record<RawCheck['mode'], RawCheck | undefined> = {
        none: undefined,
        all: { mode: 'all' },
        share: { mode: 'share', percent: 10 },
        plan: { mode: 'plan', level: 'II', aql: 1 },
      }
      copy.check = of[to] && { ...of[to], ...(own.value ? { own: true } : {}) }
    }),
})
const setCheck = (to: Partial<RawCheck>) => change(copy => (copy.check = { ...copy.check, ...to } as RawCheck))
const own = computed({
  get: () => check.value.own ?? false,
  set: to =>
    change(copy => {
      const { own: _, ...rest } = copy.check!
      copy.check = to ? { ...rest, own: true } : rest
    }),
})
const owns = [
  [false, 'never check themselves'],
  [true, 'may check themselves'],
] as const
const level = computed({ get: () => check.value.level ?? 'II', set: to => setCheck({ level: to }) })
const aql = computed({
  get: () => check.value.aql ?? 1,
  set: to => setCheck(to > mostReduced ? { aql: to, reduced: undefined } : { aql: to }),
})
const reduced = computed({ get: () => check.value.reduced ?? false, set: to => setCheck({ reduced: to || undefined }) })
const reductions = [
  [false, 'change nothing'],
  [true, 'make it lighter until one is refused'],
] as const
/** What it comes to, for batches of some sizes. */
const examples = computed(() => {
  const read = Check.safeParse(check.value)
  return read.success && read.data.mode !== 'none'
    ? [10, 50, 200, 1000].map(size => ({ size, ...drawDocuments(read.data, size, 1, { lots: [], resumed: false }) }))
    : []
})

const limits = computed<RawLimits>(() => rubric.value?.limits ?? {})
function setLimit(key: keyof RawLimits, typed: string) {
  const value = typed === '' ? undefined : Math.max(1, Number(typed))
  change(copy => {
    const next = { ...copy.limits, [key]: value }
    copy.limits = next.waiting || next.warnAt || next.hours ? next : undefined
  })
}
const typed = (event: Event) => (event.target as HTMLInputElement).value.trim()
const modes = [
  ['none', 'nothing'],
  ['all', 'every document'],
  ['share', 'a share of the documents'],
  ['plan', 'a sample by ISO 2859-1'],
] as const
</script>

<template>
  <div v-if="rubric" class="grid max-w-6xl items-start gap-x-12 gap-y-8 lg:grid-cols-2">
    <section aria-labelledby="checking-title">
      <h2 id="checking-title" class="text-xl">Checking</h2>
      <SamplingNow v-if="id && mode === 'plan'" :id="id" />
      <div class="sentences">
        <p>
          A second person<template v-if="!own">, who did not enter it,</template> checks
          <WordChoice v-model="mode" :options="modes" label="What is checked" after="." />
        </p>
        <p v-if="mode !== 'none'">
          What somebody entered they <WordChoice v-model="own" :options="owns" label="One’s own documents" after="." />
        </p>
        <p v-if="mode === 'share'">
          That is
          <input
            v-typed="check.percent"
            class="word numbers w-20"
            type="number"
            min="1"
            max="100"
            aria-label="Percent"
            @change="setCheck({ percent: Math.min(100, Math.max(1, Number(typed($event)) || 10)) })"
          />
          in a hundred of each batch, at least one.
        </p>
        <template v-if="mode === 'plan'">
          <p>
            The general level is
            <WordChoice
              v-model="level"
              :options="['I', 'II', 'III'].map(one => [one, one] as ['I', string])"
              label="General level"
              after=","
            />
            and a batch passes with about
            <WordChoice v-model="aql" :options="aqls.map(one => [one, String(one)] as const)" label="Acceptance quality limit" />
            faulty documents in a hundred (AQL).
          </p>
          <p>Two refused batches of five make it stricter, five more end it; five good ones in a row make it usual again.</p>
          <p v-if="aql <= mostReduced">
            Ten to fifteen in a row that pass easily
            <WordChoice v-model="reduced" :options="reductions" label="Reduced inspection" after="." />
          </p>
        </template>
      </div>
      <table v-if="examples.length" class="mt-3 text-left text-sm">
        <caption class="small text-left text-faded">
          What that comes to
        </caption>
        <thead>
          <tr class="border-b border-rule">
            <th class="pr-6 font-normal text-faded" scope="col">Batch of</th>
            <th class="pr-6 text-right font-normal text-faded" scope="col">are checked</th>
            <th class="text-right font-normal text-faded" scope="col">passes with faulty</th>
          </tr>
        </thead>
        <tbody class="numbers">
          <tr v-for="one in examples" :key="one.size" class="border-b border-rule">
            <td class="py-1 pr-6">{{ one.size }}</td>
            <td class="pr-6 text-right">{{ one.places.length }}</td>
            <td class="text-right">{{ one.plan ? `at most ${one.plan.accept}` : 'none' }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section aria-labelledby="limits-title">
      <h2 id="limits-title" class="text-xl">Work that waits</h2>
      <div class="sentences">
        <p>
          At most
          <input
            v-typed="limits.waiting"
            class="word numbers w-24"
            type="number"
            min="1"
            aria-label="Batches that may wait"
            placeholder="any"
            @change="setLimit('waiting', typed($event))"
          />
          batches may wait for people; then nothing new can be begun.
        </p>
        <p>
          From
          <input
            v-typed="limits.warnAt"
            class="word numbers w-24"
            type="number"
            min="1"
            aria-label="Warn from so many"
            placeholder="never"
            @change="setLimit('warnAt', typed($event))"
          />
          on people are warned, by mail and on their Desk.
        </p>
        <p>
          None should wait longer than
          <input
            v-typed="limits.hours"
            class="word numbers w-24"
            type="number"
            min="1"
            aria-label="Hours"
            placeholder="any"
            @change="setLimit('hours', typed($event))"
          />
          hours.
        </p>
      </div>
      <p class="mt-2 text-faded">Whom to tell stands under Who.</p>
    </section>
    <KeepPart v-model="text" />
  </div>
</template>
