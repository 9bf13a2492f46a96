<script setup lang="ts">
import { REPORT_PARTS, type ReportPart } from '#shared/reports/types'
import * as words from '#shared/words'

/** What a report has besides its figures. */
defineProps<{ disabled?: boolean }>()
const parts = defineModel<ReportPart[]>({ required: true })
const labels = words.reports
function toggle(part: ReportPart): void {
  parts.value = REPORT_PARTS.filter((one) => (one === part) !== parts.value.includes(one))
}
</script>

<template>
  <fieldset>
    <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.parts }}</legend>
    <label v-for="part in REPORT_PARTS" :key="part" class="flex min-h-[27px] items-center gap-2">
      <input
        type="checkbox"
        class="accent-(--act)"
        :checked="parts.includes(part)"
        :disabled="disabled"
        @change="toggle(part)"
      />
      {{ labels.partNames[part] }}
    </label>
  </fieldset>
</template>
