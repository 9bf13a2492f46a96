<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { ArrowUp } from '@lucide/vue'
import * as words from '#shared/words'
import { useWireStore } from './wireStore'
import { useDensity } from './useDensity'
import { useReading } from './useReading'
import WatchChips from './WatchChips.vue'
import BulkBar from './BulkBar.vue'
import ArticleListItem from './ArticleListItem.vue'

const wire = useWireStore()
const brand = useBrandStore()
const { density } = useDensity()
const list = ref<HTMLElement | null>(null)

// Only rows near the eye are there; each says its own height, so that long headlines need no guessing.
const ESTIMATES = { lines: 31, rows: 66, cards: 260 }
// One function for good: with another the library would measure everything anew.
const keyAt = (index: number): string | number => toRaw(wire.rows[index])?.id ?? index
const virtual = useVirtualizer(
  computed(() => ({
    count: wire.rows.length,
    getScrollElement: () => list.value,
    estimateSize: () => ESTIMATES[density.value],
    getItemKey: keyAt,
    overscan: 14,
  })),
)
const shown = computed(() => virtual.value.getVirtualItems())
// A row is measured when it comes; from then on the library hears of its size by itself.
const measured = new WeakSet<Element>()
function measure(element: unknown): void {
  if (!(element instanceof Element) || measured.has(element)) return
  measured.add(element)
  virtual.value.measureElement(element)
}
watch(density, () => virtual.value.measure())
watch(
  () => shown.value.at(-1)?.index ?? 0,
  (last) => {
    if (wire.next && last >= wire.rows.length - 20) void wire.loadMore()
  },
)
watch(
  () => wire.selectedId,
  async () => {
    await nextTick()
    if (wire.index >= 0) virtual.value.scrollToIndex(wire.index, { align: 'auto' })
  },
)

// Where one reads by passing over, what went up out of sight counts as read.
const { readWhenPassed } = useReading()
const passed = new Set<string>()
const tellPassed = useDebounceFn(() => {
  const ids = [...passed]
  passed.clear()
  void wire.readPassed(ids)
}, 700)
watch(
  () => virtual.value.range?.startIndex ?? 0,
  (now, before) => {
    if (!readWhenPassed.value || !brand.canWork || now <= before) return
    for (const row of wire.rows.slice(before, now)) passed.add(row.id)
    void tellPassed()
  },
)
const isNarrowed = computed(() => wire.isNarrowed)
const hasNoSource = computed(() => brand.view?.sources === 0)
const empty = computed(() => {
  if (hasNoSource.value) return words.wire.empty.all
  if (isNarrowed.value) return words.wire.empty.narrowed
  return wire.filter.watch && wire.filter.show === 'open'
    ? words.wire.empty.watch
    : words.wire.empty[wire.filter.show]
})
function showArrived(): void {
  wire.showArrived()
  list.value?.scrollTo({ top: 0 })
}
</script>

<template>
  <section :aria-label="words.wire.list" class="flex min-h-0 flex-col border-r border-rule">
    <WatchChips />
    <BulkBar v-if="wire.chosen.size > 0" />
    <button
      v-if="wire.arrived.length > 0"
      type="button"
      class="flex items-center justify-center gap-1.5 border-b border-rule bg-well py-1.5 font-semibold text-act"
      @click="showArrived"
    >
      <ArrowUp :size="14" aria-hidden="true" />{{ words.wire.arrived(wire.arrived.length, wire.arrivedMore) }}
    </button>
    <div ref="list" class="min-h-0 grow overflow-y-auto">
      <div v-if="wire.failed" class="p-6">
        <ErrorMessage :message="wire.failed" />
        <PlainButton class="mt-3" @click="wire.load()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="wire.loading" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState v-else-if="wire.rows.length === 0" :title="empty.title" :detail="empty.detail">
        <PlainButton v-if="hasNoSource" to="/set-up/sources" kind="act">{{
          words.wire.empty.addSource
        }}</PlainButton>
        <NuxtLink
          v-if="hasNoSource && brand.isOwner"
          to="/start"
          class="inline-flex min-h-8 items-center font-semibold text-act underline underline-offset-2"
          >{{ words.start.goOn }}</NuxtLink
        >
      </EmptyState>
      <div v-else class="relative" :style="{ height: `${virtual.getTotalSize()}px` }" role="list">
        <div
          v-for="item in shown"
          :key="String(item.key)"
          :ref="measure"
          :data-index="item.index"
          class="absolute inset-x-0 top-0"
          :style="{ transform: `translateY(${item.start}px)` }"
        >
          <ArticleListItem
            v-if="wire.rows[item.index]"
            :row="wire.rows[item.index]!"
            :density="density"
            :current="wire.rows[item.index]!.id === wire.selectedId"
            :chosen="wire.chosen.has(wire.rows[item.index]!.id)"
            @read="wire.select(wire.rows[item.index]!.id)"
            @choose="wire.choose(wire.rows[item.index]!.id)"
          />
        </div>
      </div>
      <p v-if="wire.next" class="p-4 text-center text-small text-ink-3">{{ words.frame.loading }} …</p>
    </div>
  </section>
</template>
