<script setup lang="ts">
import * as words from '#shared/words'

/** The hours of a day in which nothing is told: both ends, or none. */
defineProps<{ hint: string; errors: Record<string, string> }>()
const from = defineModel<string | null>('from', { required: true })
const until = defineModel<string | null>('until', { required: true })
const emit = defineEmits<{ leave: [field: string] }>()
const labels = words.telling
</script>

<template>
  <fieldset>
    <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.quiet }}</legend>
    <div class="grid grid-cols-2 gap-3">
      <TextField
        v-model="from"
        :label="labels.quietFrom"
        type="time"
        :error="errors.quietFrom"
        @leave="emit('leave', 'quietFrom')"
      />
      <TextField
        v-model="until"
        :label="labels.quietUntil"
        type="time"
        :error="errors.quietUntil"
        @leave="emit('leave', 'quietUntil')"
      />
    </div>
    <p class="mt-1 text-small text-ink-3">{{ hint }}</p>
  </fieldset>
</template>
