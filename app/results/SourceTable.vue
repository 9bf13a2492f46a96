<script setup lang="ts">
import type { SourceResult } from '#shared/results/types'
import * as words from '#shared/words'
import ChartFrame from './ChartFrame.vue'
import { byFolder, type SourceRow } from './sourceRows'

/** Which sources earn their place: from article to clip to post to response. */
const props = defineProps<{ sources: SourceResult[] }>()
const labels = words.results.sources
const by = ref<'source' | 'folder'>('source')
const hasFolders = computed(() => props.sources.some(({ folders }) => folders.length > 0))
const shown = computed((): SourceRow[] =>
  by.value === 'folder' && hasFolders.value ? byFolder(props.sources, labels.noFolder) : props.sources,
)
const most = computed(() => Math.max(1, ...shown.value.map(({ responses }) => responses ?? 0)))
const sentence = computed(() => {
  const used = props.sources.filter(({ posts }) => posts > 0)
  const idle = props.sources.filter(({ posts, articles }) => posts === 0 && articles > 0)
  return props.sources.length === 0 ? labels.none : labels.sentence(used.length, idle.length)
})
const table = computed(() =>
  shown.value.map(({ name, articles, clipped, posts, likes, reshares, responses }) => [
    name,
    articles,
    clipped,
    posts,
    likes,
    reshares,
    responses,
  ]),
)
const head = computed(() => [labels.named[hasFolders.value ? by.value : 'source'], ...labels.head])
/** Likes and reshares stand beside the rest where there is room for them. */
const isDetail = (at: number): boolean => at === 4 || at === 5
</script>

<template>
  <ChartFrame :title="labels.title" :sentence="sentence" file="sources" :head="head" :rows="table" is-table>
    <template v-if="hasFolders" #choice>
      <div class="mt-2 print:hidden">
        <PlainSelect v-model="by" :label="labels.by">
          <option v-for="(name, way) in labels.ways" :key="way" :value="way">{{ name }}</option>
        </PlainSelect>
      </div>
    </template>
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
              v-for="(name, at) in head"
              :key="name"
              class="pb-1 font-normal"
              :class="[at === 0 ? 'text-left' : 'pl-3 text-right', isDetail(at) ? 'max-column:hidden' : '']"
            >
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="(one, row) in shown" :key="`${row} ${one.name}`">
            <td class="max-w-0 min-w-[104px] truncate py-[5px]" style="width: 36%" :title="one.name">
              {{ one.name }}<span v-if="one.isOwn" class="ml-1.5 text-ink-3">{{ labels.own }}</span>
            </td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.articles }}</td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.clipped }}</td>
            <td class="py-[5px] pl-3 text-right tabular-nums">{{ one.posts }}</td>
            <td
              v-for="(count, at) in [one.likes, one.reshares]"
              :key="at"
              class="py-[5px] pl-3 text-right tabular-nums max-column:hidden"
            >
              {{ count ?? words.results.notTold }}
            </td>
            <td class="py-[5px] pl-3 column:w-[92px]">
              <span class="flex items-center justify-end gap-2 tabular-nums">
                <i
                  class="h-2 rounded-[1px] bg-act opacity-60 max-column:hidden"
                  :style="{ width: `${((one.responses ?? 0) / most) * 32}px` }"
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
