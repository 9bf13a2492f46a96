<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { ArrowUp } from '@lucide/vue'
import { words } from '#shared/words'

const wire = useWireStore()
const list = ref<HTMLElement | null>(null)
const foot = ref<HTMLElement | null>(null)
useIntersectionObserver(foot, ([entry]) => {
  if (entry?.isIntersecting && wire.next) void wire.loadMore()
})
watch(
  () => wire.selectedId,
  async (id) => {
    await nextTick()
    list.value?.querySelector(`[data-article="${id}"]`)?.scrollIntoView({ block: 'nearest' })
  },
)
const empty = computed(() => (wire.filter.watch && wire.filter.show === 'open' ? words.wire.empty.watch : words.wire.empty[wire.filter.show]))
const brand = useBrandStore()
const hasNoSource = computed(() => brand.view?.sources === 0)
function showArrived(): void {
  wire.showArrived()
  list.value?.scrollTo({ top: 0 })
}
</script>

<template>
  <section :aria-label="words.wire.list" class="flex min-h-0 flex-col border-r border-rule">
    <WatchChips />
    <button
      v-if="wire.arrived.length > 0"
      type="button"
      class="flex items-center justify-center gap-1.5 border-b border-rule bg-well py-1.5 font-semibold text-act"
      @click="showArrived"
    >
      <ArrowUp :size="14" aria-hidden="true" />{{ words.wire.arrived(wire.arrived.length) }}
    </button>
    <div ref="list" class="min-h-0 grow overflow-y-auto">
      <div v-if="wire.failed" class="p-6">
        <ProblemLine :says="wire.failed" />
        <PlainButton class="mt-3" @click="wire.load()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="wire.loading" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState
        v-else-if="wire.rows.length === 0"
        :title="hasNoSource ? words.wire.empty.all.title : empty.title"
        :detail="hasNoSource ? words.wire.empty.all.detail : empty.detail"
      >
        <NuxtLink v-if="hasNoSource" to="/set-up/sources" class="rounded-[5px] bg-act px-3 py-1.5 font-semibold text-on-act">{{
          words.wire.empty.addSource
        }}</NuxtLink>
      </EmptyState>
      <ul v-else>
        <ArticleLine v-for="row in wire.rows" :key="row.id" :row="row" :current="row.id === wire.selectedId" @read="wire.select(row.id)" />
      </ul>
      <p v-if="wire.next" ref="foot" class="p-4 text-center text-small text-ink-3">{{ words.frame.loading }} …</p>
    </div>
  </section>
</template>
