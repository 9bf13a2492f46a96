<script setup lang="ts">
import { X } from '@lucide/vue'
import type { PostDay } from '#shared/almanac/types'
import * as words from '#shared/words'

/**
 * The date of the almanac a post is for, with what it begins from. `isFull`: nothing is open on that day
 * where the post would go.
 */
defineProps<{ day: PostDay; readOnly: boolean; isFull: boolean }>()
const emit = defineEmits<{ clear: []; first: [] }>()
const labels = words.almanac
const times = useTimes()
</script>

<template>
  <div class="flex items-start gap-2 rounded border-l-2 border-act bg-paper py-1.5 pr-1.5 pl-2.5">
    <div class="min-w-0 grow">
      <p class="text-small font-semibold text-ink-2">
        {{ labels.forDay(times.dateMonth(day.date)) }}<template v-if="day.title">: {{ day.title }}</template>
      </p>
      <p v-if="day.prompt" class="wrap-anywhere whitespace-pre-line">{{ day.prompt }}</p>
      <p v-if="isFull && !readOnly" class="text-small text-warn">
        {{ labels.fullDay }}
        <button
          type="button"
          class="min-h-6 font-semibold text-act underline-offset-2 hover:underline"
          @click="emit('first')"
        >
          {{ labels.putFirst }}
        </button>
      </p>
    </div>
    <button
      v-if="!readOnly"
      type="button"
      class="grid size-6 shrink-0 place-items-center text-ink-3 hover:text-ink"
      :aria-label="labels.notForDay"
      :title="labels.notForDay"
      @click="emit('clear')"
    >
      <X :size="13" aria-hidden="true" />
    </button>
  </div>
</template>
