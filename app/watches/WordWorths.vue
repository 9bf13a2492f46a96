<script setup lang="ts">
import { X } from '@lucide/vue'
import type { WordWorth } from '#shared/watches/types'
import * as words from '#shared/words'

const props = defineProps<{ worths: WordWorth[]; count: number }>()
const emit = defineEmits<{ leaveOut: [at: number] }>()
const says = words.watch.look
const most = computed(() => Math.max(1, props.count, ...props.worths.map(({ brings }) => brings)))
</script>

<template>
  <ul class="grid grid-cols-[minmax(0,auto)_minmax(48px,1fr)_auto_auto_auto] items-center gap-x-3 text-small">
    <li
      v-for="(one, at) in worths"
      :key="at"
      class="col-span-full grid grid-cols-subgrid items-center border-b border-rule py-1 last:border-0"
    >
      <span
        class="max-w-[190px] truncate"
        :class="one.leavesOut ? 'text-ink-2' : 'text-ink'"
        :title="one.text"
        >{{ one.leavesOut ? '−' : '' }}{{ one.text }}</span
      >
      <span class="h-2 overflow-hidden rounded-[2px] bg-well" aria-hidden="true"
        ><i
          class="block h-full"
          :class="one.leavesOut ? 'bg-edge' : 'bg-mark'"
          :style="{ width: `${(100 * one.brings) / most}%` }"
      /></span>
      <span class="text-ink">{{ one.leavesOut ? says.leavesOut(one.brings) : says.brings(one.brings) }}</span>
      <span class="text-ink-2">{{ one.without === null ? says.withoutAny : says.without(one.without) }}</span>
      <button
        v-if="one.without !== null"
        type="button"
        class="grid size-6 place-items-center rounded text-ink-3 hover:bg-well hover:text-ink"
        :aria-label="words.tag.take(one.text)"
        :title="words.tag.take(one.text)"
        @click="emit('leaveOut', at)"
      >
        <X :size="13" aria-hidden="true" />
      </button>
      <span v-else />
    </li>
  </ul>
</template>
