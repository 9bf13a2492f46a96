<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { words } from '#shared/words'
import type { Show } from '#shared/shows'
import type { Order } from '../../stores/wire'

const wire = useWireStore()
const brand = useBrandStore()
const adding = ref(false)
// The dialog and what checks its form are fetched when they are first wanted.
const wasOpened = ref(false)
function add(): void {
  wasOpened.value = true
  adding.value = true
}
const chip = 'flex shrink-0 items-center gap-1.5 rounded-full px-2.5 py-[5px] text-small font-medium whitespace-nowrap'
const quiet = '-ml-1 max-w-[108px] rounded border-0 bg-transparent py-0.5 min-h-[26px] text-small text-ink-2'
</script>

<template>
  <div class="border-b border-rule pt-2.5">
    <div class="flex gap-1 overflow-x-auto px-3 [scrollbar-width:none]" role="group" :aria-label="words.wire.watches">
      <button
        type="button"
        :class="[chip, wire.filter.watch === null ? 'bg-ink text-sheet' : 'text-ink-2 hover:text-ink']"
        :aria-pressed="wire.filter.watch === null"
        @click="wire.setFilter({ watch: null })"
      >
        {{ words.wire.all }} <span :class="wire.filter.watch === null ? '' : 'text-ink-3'">{{ brand.view?.unread ?? 0 }}</span>
      </button>
      <button
        v-for="one in brand.view?.watches ?? []"
        :key="one.id"
        type="button"
        :class="[chip, wire.filter.watch === one.id ? 'bg-ink text-sheet' : 'text-ink-2 hover:text-ink']"
        :aria-pressed="wire.filter.watch === one.id"
        @click="wire.setFilter({ watch: one.id })"
      >
        <i class="size-2 rounded-full" :style="{ background: `var(--pillar-${one.ink})` }" aria-hidden="true" />
        {{ one.name }} <span :class="wire.filter.watch === one.id ? '' : 'text-ink-3'">{{ one.unread }}</span>
      </button>
      <button
        v-if="brand.canWork"
        type="button"
        :class="[chip, 'px-2 text-ink-2 hover:text-ink']"
        :aria-label="words.wire.newWatch"
        :title="words.wire.newWatch"
        @click="add"
      >
        <Plus :size="14" aria-hidden="true" />
      </button>
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
    <LazyWatchDialog v-if="wasOpened" :open="adding" :watch="null" @close="adding = false" />
  </div>
</template>
