<script setup lang="ts">
import { X } from '@lucide/vue'
import * as words from '#shared/words'

/** What can be done with the evergreens that are chosen, all at once, with one undo. */
defineProps<{ count: number; shelf: string }>()
const emit = defineEmits<{ put: [state: 'in-turn' | 'resting' | 'retired']; none: [] }>()
const labels = words.evergreens.several
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5" role="group" :aria-label="labels.name">
    <b class="text-small font-semibold" aria-live="polite">{{ labels.chosen(count) }}</b>
    <PlainButton v-if="shelf === 'resting' || shelf === 'retired'" @click="emit('put', 'in-turn')">{{
      labels.back
    }}</PlainButton>
    <PlainButton v-if="shelf !== 'resting' && shelf !== 'retired'" @click="emit('put', 'resting')">{{
      labels.rest
    }}</PlainButton>
    <PlainButton v-if="shelf !== 'retired'" @click="emit('put', 'retired')">{{ labels.retire }}</PlainButton>
    <PlainButton
      kind="quiet"
      class="px-1.5"
      :aria-label="labels.none"
      :title="labels.none"
      @click="emit('none')"
      ><X :size="14" aria-hidden="true"
    /></PlainButton>
  </div>
</template>
