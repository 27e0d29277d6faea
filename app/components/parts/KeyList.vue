<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

defineProps<{ open: boolean }>()
defineEmits<{ close: [] }>()

const groups = [
  {
    where: 'On the ribbon',
    keys: [
      ['← | →', 'the page before, the page after'],
      ['↑ | ↓', 'the line above, the line below'],
      ['Home | End', 'the first page, the last page'],
      ['Shift + arrows', 'chooses pages'],
      ['Ctrl A', 'chooses all'],
      ['Space', 'shows the page large'],
      ['Enter', 'starts a document at the caret'],
      ['Backspace', 'joins the document to the one before'],
      ['Delete | Insert', 'sets the page aside, puts it back'],
      ['L | R', 'turns the page left, right'],
      ['S', 'scans the page again'],
      ['Ctrl X | Ctrl C | Ctrl V', 'cuts, copies, puts in at the caret'],
      ['+ | −', 'larger, smaller pages'],
      ['F', 'folds blanks away, or shows both sides'],
      ['D', 'the next doubtful page'],
      ['Ctrl Z | Ctrl Y', 'undoes, redoes'],
    ],
  },
  {
    where: 'At a page to fix',
    keys: [
      ['Enter', 'takes the value'],
      ['Alt 1 … Alt 5', 'takes a candidate'],
      ['Alt B', 'it belongs with the page before'],
      ['Alt N', 'it starts a document without a code'],
      ['Alt S', 'it is to be scanned again'],
    ],
  },
  {
    where: 'On an entry card',
    keys: [
      ['Enter', 'the next field with something to do; then the next document'],
      ['Ctrl Enter', 'values are right: next document'],
      ['Tab', 'the next field, whatever is in it'],
      ['Alt L', 'the value of the last document'],
      ['↓ | ↑', 'choose among what is offered while you type'],
      ['Alt Page down | Alt Page up', 'the next document, the one before'],
      ['Alt ↓ | Alt ↑', 'one field at a time: the field after, the one before'],
      ['Page up | Page down', "turns the document's pages"],
    ],
  },
  {
    where: 'In a row of line items',
    keys: [
      ['Alt Enter', 'adds a row below'],
      ['Alt S', 'splits it at the cursor'],
      ['Alt J', 'joins it with the next'],
      ['Alt Delete', 'takes it out'],
    ],
  },
  {
    where: 'At a document to check',
    keys: [
      ['R', 'it is right: the next one'],
      ['W', 'something is wrong'],
    ],
  },
  {
    where: 'In the table of a batch’s values',
    keys: [
      ['arrows', 'the cell beside; with Shift they choose'],
      ['Enter | F2', 'changes the cell; Enter then goes down'],
      ['Ctrl D', 'fills what is chosen from its first row'],
      ['Ctrl C | Ctrl V', 'copy, paste'],
      ['Ctrl Z', 'undoes what is not kept yet'],
    ],
  },
  {
    where: "In a page's picture",
    keys: [
      ['+ | −', 'nearer, farther'],
      ['arrows', 'moves it'],
      ['0', 'shows all of it'],
    ],
  },
  {
    where: 'On a zone or a sentence of a rubric',
    keys: [
      ['arrows', 'move the zone, or the tab that is chosen'],
      ['Shift + arrows', 'make the zone larger or smaller'],
      ['Tab', 'the next word that can be changed'],
    ],
  },
  {
    where: 'On every screen',
    keys: [
      ['Tab | Shift Tab', 'the next thing, the one before'],
      ['Enter | Space', 'presses it'],
      ['arrows', 'choose among several that exclude each other'],
      ['Esc', 'leaves what lies over the page'],
    ],
  },
]
</script>

<template>
  <Dialog :open="open" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-6">
      <DialogPanel class="w-full max-h-full max-w-5xl overflow-y-auto bg-leaf px-9 py-7">
        <div class="mb-4 flex items-center justify-between border-b border-rule pb-3">
          <DialogTitle class="text-3xl">Keys</DialogTitle>
          <button type="button" class="act-quiet" @click="$emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <div class="gap-x-12 sm:columns-2">
          <section v-for="group in groups" :key="group.where" class="mb-6 break-inside-avoid">
            <h3 class="mb-1 text-xl">{{ group.where }}</h3>
            <dl>
              <div v-for="[keys, act] in group.keys" :key="keys" class="flex items-baseline gap-4 py-1">
                <dt class="flex w-40 shrink-0 flex-wrap gap-1.5">
                  <kbd v-for="one in keys!.split(' | ')" :key="one">{{ one }}</kbd>
                </dt>
                <dd>{{ act }}</dd>
              </div>
            </dl>
          </section>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
