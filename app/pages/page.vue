<script setup lang="ts">
import { useShownElsewhere } from '~/components/entry/useSecondScreen'

/** For a second screen: the page of the entry card that is open in this person's other window. */
definePageMeta({ layout: 'plain' })
useHead({ title: 'Page · Rubricator' })
const { shown, of } = useShownElsewhere()
</script>

<template>
  <div class="flex h-screen flex-col px-4 py-3">
    <h1 class="sr-only">Page</h1>
    <PageElsewhere
      v-if="shown"
      :shown="shown"
      @turn="at => of(shown!.document).turn(at)"
      @fill="(text, add) => of(shown!.document).fill(text, add)"
    />
    <p v-else class="m-auto max-w-md text-center font-serif text-2xl text-faded">
      Open a document in the other window: its page is shown here, and follows the field that you are at.
    </p>
  </div>
</template>
