<script setup lang="ts">
import { X } from '@lucide/vue'
import type { WordWorth } from '#shared/watches/types'
import * as words from '#shared/words'

const props = defineProps<{ worths: WordWorth[]; count: number }>()
const emit = defineEmits<{ leaveOut: [at: number] }>()
const labels = words.watch.look
const most = computed(() => Math.max(1, props.count, ...props.worths.map(({ brings }) => brings)))
</script>

<template>
  <ul class="grid grid-cols-[minmax(0,auto)_minmax(48px,1fr)_auto_auto_auto] items-center gap-x-3 text-small">
    <li
      v-for="(worth, at) in worths"
      :key="at"
      class="col-span-full grid grid-cols-subgrid items-center border-b border-rule py-1 last:border-0"
    >
      <span
        class="max-w-[190px] truncate"
        :class="worth.leavesOut ? 'text-ink-2' : 'text-ink'"
        :title="worth.text"
        >{{ worth.leavesOut ? '−' : '' }}{{ worth.text }}</span
      >
      <span class="h-2 overflow-hidden rounded-[2px] bg-well" aria-hidden="true"
        ><i
          class="block h-full"
          :class="worth.leavesOut ? 'bg-edge' : 'bg-mark'"
          :style="{ width: `${(100 * worth.brings) / most}%` }"
      /></span>
      <span class="text-ink">{{
        worth.leavesOut ? labels.leavesOut(worth.brings) : labels.brings(worth.brings)
      }}</span>
      <span class="text-ink-2">{{
        worth.without === null ? labels.withoutAny : labels.without(worth.without)
      }}</span>
      <button
        v-if="worth.without !== null"
        type="button"
        class="grid size-6 place-items-center rounded text-ink-3 hover:bg-well hover:text-ink"
        :aria-label="words.tag.take(worth.text)"
        :title="words.tag.take(worth.text)"
        @click="emit('leaveOut', at)"
      >
        <X :size="13" aria-hidden="true" />
      </button>
      <span v-else />
    </li>
  </ul>
</template>
