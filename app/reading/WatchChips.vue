<script setup lang="ts">
import { useScroll } from '@vueuse/core'
import { ChevronRight, Pencil, Plus } from '@lucide/vue'
import * as words from '#shared/words'
import type { Show } from '#shared/articles/shows'
import type { Order } from './wireFilter'
import { useWireStore } from './wireStore'
import WireFilters from './WireFilters.vue'
import DensityChoice from './DensityChoice.vue'
import WatchRunListItem from '~/watches/WatchRunListItem.vue'

const wire = useWireStore()
const brand = useBrandStore()
const strip = ref<HTMLElement | null>(null)
const { arrivedState } = useScroll(strip, { behavior: 'smooth' })
const hasMore = computed(() => !arrivedState.right)
/** What lies beyond the edge comes into view, as far as the strip is wide. */
const further = (): void => strip.value?.scrollBy({ left: strip.value.clientWidth * 0.8, behavior: 'smooth' })
watch(
  () => [brand.view?.watches.length, wire.filter.watch],
  async () => {
    await nextTick()
    strip.value?.querySelector('[aria-pressed=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
    strip.value?.dispatchEvent(new Event('scroll'))
  },
  { immediate: true },
)
const shownWatch = computed(() => brand.view?.watches.find(({ id }) => id === wire.filter.watch) ?? null)
const chip =
  'flex shrink-0 items-center gap-1.5 rounded-full px-2.5 py-[5px] text-small font-medium whitespace-nowrap'
const quiet = '-ml-1 max-w-[108px] rounded border-0 bg-transparent py-0.5 min-h-[26px] text-small text-ink-2'
</script>

<template>
  <div class="border-b border-rule pt-2.5">
    <div class="flex items-center pr-2">
      <div
        ref="strip"
        class="flex min-w-0 grow gap-1 overflow-x-auto pl-3 [scrollbar-width:none]"
        :class="hasMore ? '[mask-image:linear-gradient(to_right,#000_calc(100%-28px),transparent)]' : ''"
        role="group"
        :aria-label="words.wire.watches"
      >
        <button
          type="button"
          :class="[chip, wire.filter.watch === null ? 'bg-ink text-sheet' : 'text-ink-2 hover:text-ink']"
          :aria-pressed="wire.filter.watch === null"
          :title="words.wire.unreadIn(words.wire.all, brand.view?.unread ?? 0)"
          @click="wire.setFilter({ watch: null })"
        >
          {{ words.wire.all }}
          <span :class="wire.filter.watch === null ? '' : 'text-ink-3'">{{ brand.view?.unread ?? 0 }}</span>
        </button>
        <button
          v-for="watch in brand.view?.watches ?? []"
          :key="watch.id"
          type="button"
          :class="[chip, wire.filter.watch === watch.id ? 'bg-ink text-sheet' : 'text-ink-2 hover:text-ink']"
          :aria-pressed="wire.filter.watch === watch.id"
          :title="words.wire.unreadIn(watch.name, watch.unread)"
          @click="wire.setFilter({ watch: watch.id })"
        >
          <i
            class="size-2 rounded-full"
            :style="{ background: `var(--pillar-${watch.ink})` }"
            aria-hidden="true"
          />
          {{ watch.name }}
          <span :class="wire.filter.watch === watch.id ? '' : 'text-ink-3'">{{ watch.unread }}</span>
          <span
            v-if="watch.news > 0"
            class="size-[7px] rounded-full bg-act"
            :title="words.watch.news(watch.news)"
            ><span class="sr-only">{{ words.watch.news(watch.news) }}</span></span
          >
        </button>
      </div>
      <button
        v-if="hasMore"
        type="button"
        :class="[chip, 'px-1.5 text-ink-2 hover:text-ink']"
        :aria-label="words.wire.moreWatches"
        :title="words.wire.moreWatches"
        @click="further"
      >
        <ChevronRight :size="15" aria-hidden="true" />
      </button>
      <NuxtLink
        v-if="brand.canWork && shownWatch"
        :to="`/watch/${shownWatch.id}`"
        :prefetch="false"
        :class="[chip, 'px-2 text-ink-2 hover:text-ink']"
        :aria-label="words.wire.editWatch(shownWatch.name)"
        :title="words.wire.editWatch(shownWatch.name)"
      >
        <Pencil :size="13" aria-hidden="true" />
      </NuxtLink>
      <NuxtLink
        v-if="brand.canWork"
        to="/watch/new"
        :prefetch="false"
        :class="[chip, 'px-2 text-ink-2 hover:text-ink']"
        :aria-label="words.wire.newWatch"
        :title="words.wire.newWatch"
      >
        <Plus :size="14" aria-hidden="true" />
      </NuxtLink>
    </div>
    <div class="flex flex-wrap items-center gap-x-1 gap-y-1 px-3.5 py-1.5 text-small text-ink-2">
      <select
        :value="wire.filter.show"
        :aria-label="words.wire.show"
        :class="quiet"
        @change="wire.setFilter({ show: ($event.target as HTMLSelectElement).value as Show })"
      >
        <option v-for="(label, value) in words.wire.shows" :key="value" :value="value">{{ label }}</option>
      </select>
      <select
        :value="wire.filter.order"
        :aria-label="words.wire.order"
        :class="quiet"
        @change="wire.setFilter({ order: ($event.target as HTMLSelectElement).value as Order })"
      >
        <option v-for="(label, value) in words.wire.orders" :key="value" :value="value">{{ label }}</option>
      </select>
      <span class="grow" />
      <WireFilters />
      <DensityChoice />
    </div>
    <WatchRunListItem v-if="shownWatch?.run" :watch="shownWatch" class="px-3.5 pb-1.5" />
  </div>
</template>
