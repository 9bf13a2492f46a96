<script setup lang="ts">
import type { ArticleRow } from '#shared/api'
import { words } from '#shared/words'

defineProps<{ row: ArticleRow; current: boolean }>()
const emit = defineEmits<{ read: [] }>()
const times = useTimes()
const brand = useBrandStore()
const inkOf = (id: string): string => `var(--pillar-${brand.view?.watches.find((watch) => watch.id === id)?.ink ?? 5})`
</script>

<template>
  <li class="border-b border-rule" :class="current ? 'bg-sheet shadow-[inset_3px_0_0_var(--act)]' : 'hover:bg-sheet/60'">
    <button
      type="button"
      class="grid w-full grid-cols-[14px_minmax(0,1fr)_auto] gap-x-2 px-3 py-[9px] text-left"
      :data-article="row.id"
      :aria-current="current || undefined"
      @click="emit('read')"
    >
      <span class="pt-[7px]">
        <span v-if="row.state === 'new'" class="block size-[7px] rounded-full bg-act" :title="words.wire.unread"
          ><span class="sr-only">{{ words.wire.unread }}</span></span
        >
      </span>
      <span class="min-w-0">
        <span class="serif line-clamp-3 text-headline font-medium tracking-[-0.1px]" :class="row.state === 'new' ? 'text-ink' : 'text-ink-2'" dir="auto"
          ><MarkedText :text="row.title" :forms="row.found"
        /></span>
        <span class="mt-0.5 block truncate text-small text-ink-2">
          <span class="font-medium">{{ row.outlet }}</span> · <time :datetime="row.at" :title="times.exact(row.at)">{{ times.ago(row.at) }}</time>
          <template v-if="row.dating !== 'stated'"> · {{ words.wire.dating[row.dating] }}</template>
          <template v-if="row.changedAt"> · {{ words.wire.changed }}</template>
          <template v-if="row.state === 'clipped' || row.state === 'shelved' || row.state === 'passed'"> · {{ words.wire.stateNames[row.state] }}</template>
        </span>
      </span>
      <span class="flex max-w-[112px] flex-col items-end gap-[3px]">
        <span
          v-for="watch in row.watches"
          :key="watch.id"
          class="flex max-w-full items-center gap-1 rounded-[3px] border border-rule bg-paper px-1.5 text-tiny text-ink-2"
        >
          <i class="size-1.5 shrink-0 rounded-full" :style="{ background: inkOf(watch.id) }" /><span class="truncate">{{ watch.name }}</span>
        </span>
      </span>
    </button>
  </li>
</template>
