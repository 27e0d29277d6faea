<script setup lang="ts">
import { useRubricText, type RawRubric } from '~/components/rules/useRubricText'

/** How long bytes are kept that nobody needs once everything is filed. */
const text = defineModel<string>({ required: true })
const { rubric, change } = useRubricText(text)
type RawKeep = NonNullable<RawRubric['keep']>

const keep = computed<RawKeep>(() => rubric.value?.keep ?? {})
function set(key: keyof RawKeep, typed: string) {
  const days = typed.trim() === '' ? undefined : Math.max(0, Math.round(Number(typed)) || 0)
  change(copy => {
    const next = { ...copy.keep, [key]: days }
    copy.keep = next.setAsideDays === undefined && next.originalDays === undefined ? undefined : next
  })
}
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section v-if="rubric" aria-labelledby="keep-title">
    <h2 id="keep-title" class="text-xl">Keeping</h2>
    <div class="sentences">
      <p>
        Sides that are in no document go
        <input
          v-typed="keep.setAsideDays"
          class="word numbers w-20"
          type="number"
          min="0"
          placeholder="never"
          aria-label="Days for sides set aside"
          @change="set('setAsideDays', typed($event))"
        />
        days after all of their batch is filed, as do all sides of a batch that was given up.
      </p>
      <p>
        What was scanned goes after
        <input
          v-typed="keep.originalDays"
          class="word numbers w-20"
          type="number"
          min="0"
          placeholder="never"
          aria-label="Days for what was scanned"
          @change="set('originalDays', typed($event))"
        />
        days; the pages as they were cleaned stay, and the files.
      </p>
    </div>
    <p class="mt-2 text-faded">
      Nothing goes before every delivery is confirmed. The ledger and the digests stay, and a batch can be kept whole.
    </p>
  </section>
</template>
