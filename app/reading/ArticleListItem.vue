<script setup lang="ts">
import { readingRoutes } from '#shared/reading/routes'
import type { ArticleSummary } from '#shared/reading/types'
import * as words from '#shared/words'
import type { Density } from './useDensity'
import MarkedText from '~/articles/MarkedText.vue'

const props = defineProps<{ row: ArticleSummary; current: boolean; chosen: boolean; density: Density }>()
const emit = defineEmits<{ read: []; choose: [] }>()
const times = useTimes()
const brand = useBrandStore()
const inkOf = (id: string): string =>
  `var(--pillar-${brand.view?.watches.find((watch) => watch.id === id)?.ink ?? 5})`
const picture = computed(() =>
  props.density === 'cards' && props.row.image
    ? brand.pathTo(readingRoutes.picture, { query: { article: props.row.id, url: props.row.image } })
    : null,
)
const title = computed(() => props.row.title || words.wire.noTitle)
// A picture that can't be had leaves no torn frame behind.
const isBroken = ref(false)
/** With Shift or Ctrl one chooses several in place of reading one. */
function press(event: MouseEvent): void {
  if (event.shiftKey || event.ctrlKey || event.metaKey) emit('choose')
  else emit('read')
}
</script>

<template>
  <div
    class="border-b border-rule"
    :class="[
      current ? 'bg-sheet shadow-[inset_3px_0_0_var(--act)]' : 'hover:bg-sheet/60',
      chosen ? 'bg-well hover:bg-well' : '',
    ]"
    role="listitem"
  >
    <button
      type="button"
      class="grid w-full grid-cols-[14px_minmax(0,1fr)_auto] gap-x-2 px-3 text-left"
      :class="density === 'lines' ? 'py-[5px]' : 'py-[9px]'"
      :data-article="row.id"
      :aria-current="current || undefined"
      @click="press"
    >
      <span :class="density === 'lines' ? 'pt-[6px]' : 'pt-[7px]'">
        <span v-if="chosen" class="block text-[11px] leading-none font-bold text-act"
          ><span aria-hidden="true">✓</span><span class="sr-only">{{ words.wire.several.chosen }}</span></span
        >
        <span
          v-else-if="row.state === 'new'"
          class="block size-[7px] rounded-full bg-act"
          :title="words.wire.unread"
          ><span class="sr-only">{{ words.wire.unread }}</span></span
        >
      </span>
      <span class="min-w-0" :class="density === 'lines' ? 'flex items-baseline gap-2' : ''">
        <img
          v-if="picture && !isBroken"
          :src="picture"
          alt=""
          loading="lazy"
          class="mb-2 aspect-[2/1] w-full rounded-[5px] bg-well object-cover"
          @error="isBroken = true"
        />
        <span
          class="serif tracking-[-0.1px]"
          :class="[
            row.state === 'new' ? 'text-ink' : 'text-ink-2',
            density === 'lines'
              ? 'truncate text-[15px] font-medium'
              : 'line-clamp-3 text-headline font-medium wrap-anywhere',
          ]"
          dir="auto"
          ><MarkedText :text="title" :forms="row.found"
        /></span>
        <span v-if="density === 'cards' && row.summary" class="mt-1 line-clamp-3 text-ink-2" dir="auto"
          ><MarkedText :text="row.summary" :forms="row.found"
        /></span>
        <span
          class="block truncate text-small text-ink-2"
          :class="density === 'lines' ? 'shrink-0 max-w-[46%]' : 'mt-0.5'"
        >
          <span class="font-medium">{{ row.outlet }}</span> ·
          <time :datetime="row.at" :title="times.exact(row.at)">{{ times.ago(row.at) }}</time>
          <template v-if="row.dating !== 'stated'"> · {{ words.wire.dating[row.dating] }}</template>
          <template v-if="row.changedAt"> · {{ words.wire.changed }}</template>
          <template v-if="row.leftOut"> · {{ words.wire.leftOut[row.leftOut] }}</template>
          <template v-else-if="row.state === 'clipped' || row.state === 'shelved' || row.state === 'passed'">
            · {{ words.wire.stateNames[row.state] }}</template
          >
          <template v-if="row.post">
            ·
            <b class="font-semibold" :class="row.post === 'draft' ? 'text-warn' : 'text-ok'">{{
              words.wire.postSigns[row.post]
            }}</b></template
          >
        </span>
      </span>
      <span
        class="flex max-w-[112px] gap-[3px]"
        :class="density === 'lines' ? 'items-center' : 'flex-col items-end'"
      >
        <span
          v-for="watch in row.watches"
          :key="watch.id"
          class="flex max-w-full items-center gap-1 rounded-[3px] text-tiny text-ink-2"
          :class="density === 'lines' ? '' : 'border border-rule bg-paper px-1.5'"
          :title="watch.name"
        >
          <i class="size-1.5 shrink-0 rounded-full" :style="{ background: inkOf(watch.id) }" /><span
            :class="density === 'lines' ? 'sr-only' : 'truncate'"
            >{{ watch.name }}</span
          >
        </span>
      </span>
    </button>
  </div>
</template>
