<script setup lang="ts">
import type { SourceResult } from '#shared/results/types'
import * as words from '#shared/words'
import ChartFrame from './ChartFrame.vue'

/** Which sources earn their place: from article to clip to post to response. */
const props = defineProps<{ sources: SourceResult[] }>()
const labels = words.results.sources
const most = computed(() => Math.max(1, ...props.sources.map(({ responses }) => responses ?? 0)))
const sentence = computed(() => {
  const used = props.sources.filter(({ posts }) => posts > 0)
  const idle = props.sources.filter(({ posts, articles }) => posts === 0 && articles > 0)
  return props.sources.length === 0 ? labels.none : labels.sentence(used.length, idle.length)
})
const table = computed(() =>
  props.sources.map(({ name, articles, clipped, posts, responses }) => [
    name,
    articles,
    clipped,
    posts,
    responses,
  ]),
)
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :sentence="sentence"
    file="sources"
    :head="labels.head"
    :rows="table"
    is-table
  >
    <div
      v-if="sources.length > 0"
      class="max-h-[380px] overflow-y-auto"
      tabindex="0"
      role="group"
      :aria-label="labels.title"
    >
      <table class="w-full text-small">
        <thead class="sticky top-0 bg-sheet">
          <tr class="text-ink-3">
            <th
              v-for="(name, at) in labels.head"
              :key="name"
              class="pb-1 font-normal"
              :class="at === 0 ? 'text-left' : 'pl-3 text-right'"
            >
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="one in sources" :key="one.sourceId">
            <td class="max-w-0 min-w-[104px] truncate py-[5px]" style="width: 40%" :title="one.name">
              {{ one.name }}<span v-if="one.isOwn" class="ml-1.5 text-ink-3">{{ labels.own }}</span>
            </td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.articles }}</td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.clipped }}</td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.posts }}</td>
            <td class="py-[5px] pl-3 column:w-[128px]">
              <span class="flex items-center justify-end gap-2 tabular-nums">
                <i
                  class="h-2 rounded-[1px] bg-act opacity-60 max-column:hidden"
                  :style="{ width: `${((one.responses ?? 0) / most) * 64}px` }"
                  aria-hidden="true"
                />
                <span class="min-w-[30px] text-right">{{ one.responses ?? words.results.notTold }}</span>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </ChartFrame>
</template>
