<script setup lang="ts">
import type { CampaignMarks } from '#core/url/campaign'
import * as words from '#shared/words'

/** Patterns of the campaign marks that links carry. */
const marks = defineModel<CampaignMarks>({ required: true })
const labels = words.writingSetUp
</script>

<template>
  <div class="grid gap-2">
    <div class="grid grid-cols-2 gap-3">
      <TextField
        v-for="(label, mark) in labels.marks"
        :key="mark"
        :model-value="marks[mark] ?? ''"
        :label="label"
        maxlength="200"
        @update:model-value="marks = { ...marks, [mark]: $event }"
      />
    </div>
    <p class="text-small text-ink-3">{{ labels.marksHint }}</p>
  </div>
</template>
