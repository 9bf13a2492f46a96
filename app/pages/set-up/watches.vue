<script setup lang="ts">
import { watchRoutes } from '#shared/watches/routes'
import { Pencil } from '@lucide/vue'
import type { Watch } from '#shared/watches/types'
import * as words from '#shared/words'
import WatchRunListItem from '~/watches/WatchRunListItem.vue'

const labels = words.watch
const brand = useBrandStore()
const notices = useNoticesStore()
const watches = computed(() => brand.view!.watches)
const doingsOf = (item: Watch): string[] => [
  ...(item.collects ? [labels.doings.collects] : []),
  ...(item.collects && item.onRail ? [labels.doings.onRail] : []),
  ...(item.hides ? [labels.doings.hides] : []),
  ...(item.tells ? [labels.doings.tells] : []),
  ...(item.feedAddress ? [labels.doings.feed] : []),
  ...(item.folders.length + item.sources.length > 0 ? [labels.doings.some] : []),
]
async function move(at: number, by: 1 | -1): Promise<void> {
  const body = {
    ids: movedIds(
      watches.value.map(({ id }) => id),
      at,
      by,
    ),
  }
  try {
    await brand.change(labels.moved(watches.value[at]!.name), () => brand.call(watchRoutes.order, { body }))
  } catch (error) {
    notices.complain(error)
  }
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.watches" :intro="labels.intro">
      <PlainButton v-if="brand.canWork" to="/watch/new" kind="act">{{ labels.newTitle }}</PlainButton>
    </PartHead>
    <EmptyState v-if="watches.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
    <ol v-else class="mx-6 mb-8 divide-y divide-rule border-y border-rule">
      <li v-for="(watch, at) in watches" :key="watch.id" class="flex items-center gap-4 py-2.5" data-watch>
        <i
          class="size-2.5 shrink-0 rounded-full"
          :style="{ background: `var(--pillar-${watch.ink})` }"
          aria-hidden="true"
        />
        <div class="min-w-0 grow">
          <p class="flex flex-wrap items-baseline gap-x-2">
            <NuxtLink
              :to="`/watch/${watch.id}`"
              class="serif text-headline font-medium wrap-anywhere hover:text-act"
              >{{ watch.name }}</NuxtLink
            >
            <span
              v-for="tag in watch.tags"
              :key="tag"
              class="rounded-[4px] bg-well px-1.5 text-tiny text-ink-2"
              >{{ tag }}</span
            >
            <span v-if="doingsOf(watch).length > 0" class="text-small text-ink-3">{{
              doingsOf(watch).join(' · ')
            }}</span>
          </p>
          <p class="line-clamp-2 text-small wrap-anywhere text-ink-2">{{ watch.query }}</p>
          <WatchRunListItem :watch="watch" />
        </div>
        <span class="shrink-0 text-small text-ink-3">{{ labels.unread(watch.unread) }}</span>
        <div v-if="brand.canWork" class="flex shrink-0">
          <MoveButtons
            :earlier="labels.earlier(watch.name)"
            :later="labels.later(watch.name)"
            :at="at"
            :of="watches.length"
            @move="move(at, $event)"
          />
          <ToolButton :label="`${words.frame.edit}: ${watch.name}`" :to="`/watch/${watch.id}`">
            <Pencil :size="15" aria-hidden="true" />
          </ToolButton>
        </div>
      </li>
    </ol>
  </div>
</template>
