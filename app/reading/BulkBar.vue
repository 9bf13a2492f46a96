<script setup lang="ts">
import { Archive, Ban, Scissors, Tag, X } from '@lucide/vue'
import * as words from '#shared/words'
import { useWireStore } from './wireStore'

const LazyBulkTags = defineAsyncComponent(() => import('./BulkTags.vue'))

const wire = useWireStore()
const labels = words.wire.several
const tagging = ref(false)
const actions = [
  { state: 'clipped' as const, label: words.wire.actions.clip, icon: Scissors },
  { state: 'shelved' as const, label: words.wire.actions.shelve, icon: Archive },
  { state: 'passed' as const, label: words.wire.actions.pass, icon: Ban },
]
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-1.5 border-b border-rule bg-well px-3 py-1.5"
    role="group"
    :aria-label="labels.name"
  >
    <span class="font-semibold" aria-live="polite">{{ labels.count(wire.chosen.size) }}</span>
    <span class="grow" />
    <PlainButton v-for="action in actions" :key="action.state" @click="wire.decideChosen(action.state)"
      ><component :is="action.icon" :size="14" aria-hidden="true" />{{ action.label }}</PlainButton
    >
    <PlainButton @click="tagging = true"
      ><Tag :size="14" aria-hidden="true" />{{ words.tag.several }}</PlainButton
    >
    <PlainButton
      kind="quiet"
      class="px-2"
      :aria-label="labels.clear"
      :title="labels.clear"
      @click="wire.clearChosen()"
      ><X :size="15" aria-hidden="true"
    /></PlainButton>
    <LazyBulkTags v-if="tagging" :ids="[...wire.chosen]" @close="tagging = false" />
  </div>
</template>
