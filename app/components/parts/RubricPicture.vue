<script setup lang="ts">
import { Anchor, BookOpen, Cloud, Contact, FileText, Files, Mail, Map, ReceiptText, ScrollText, Send, Sheet } from '@lucide/vue'
import type { Component } from 'vue'
import type { RubricIcon } from '~~/core/rubric/rubricIcons'

/** The picture by which people know a rubric; a plain one where it has none. */
withDefaults(defineProps<{ icon: RubricIcon | null; size?: number }>(), { size: 24 })
const pictures: Record<RubricIcon, Component> = {
  form: ScrollText,
  slip: ReceiptText,
  letter: Mail,
  statement: Sheet,
  book: BookOpen,
  card: Contact,
  plan: Map,
  post: Files,
  cloud: Cloud,
  page: FileText,
  anchor: Anchor,
  people: Send,
}
</script>

<template>
  <component :is="pictures[icon ?? 'page']" :size="size" :stroke-width="1.5" aria-hidden="true" />
</template>
