<script setup lang="ts">
import type { Source } from '#shared/sources/types'
import * as words from '#shared/words'
import { clippedShare } from './sourceForms'
import BulkSources from './BulkSources.vue'
import SourceListItem from './SourceListItem.vue'

const props = defineProps<{ sources: Source[] }>()
const emit = defineEmits<{ edit: [source: Source] }>()
const labels = words.source
const brand = useBrandStore()
const chosen = ref<ReadonlySet<string>>(new Set())
const health = ref<keyof typeof labels.healths>('all')
const folder = ref('')
const text = ref('')
const order = ref<keyof typeof labels.orders>('name')

const OF: Record<keyof typeof labels.healths, (source: Source) => boolean> = {
  all: () => true,
  well: ({ state }) => state === 'well' || state === 'waiting',
  trouble: ({ state }) => state === 'failing' || state === 'gone',
  silent: ({ state }) => state === 'silent',
  unused: (source) => source.articles > 0 && source.clipped === 0,
  paused: ({ state }) => state === 'paused',
}
const counts = computed(() =>
  Object.fromEntries(Object.entries(OF).map(([name, isSo]) => [name, props.sources.filter(isSo).length])),
)
const healths = computed(() =>
  (Object.keys(OF) as (keyof typeof OF)[]).filter(
    (name) => name === 'all' || counts.value[name]! > 0 || name === health.value,
  ),
)
const folders = computed(() =>
  [...new Set(props.sources.flatMap((source) => source.folders))].sort((a, b) => a.localeCompare(b)),
)
const BY: Record<keyof typeof labels.orders, (a: Source, b: Source) => number> = {
  name: (a, b) => a.label.localeCompare(b.label),
  newest: (a, b) => (b.newestAt ?? '').localeCompare(a.newestAt ?? ''),
  articles: (a, b) => b.articles - a.articles,
  clipped: (a, b) => (clippedShare(b) ?? -1) - (clippedShare(a) ?? -1) || b.clipped - a.clipped,
}
const shown = computed(() => {
  const wanted = text.value.trim().toLowerCase()
  return props.sources
    .filter(
      (source) => OF[health.value](source) && (folder.value === '' || source.folders.includes(folder.value)),
    )
    .filter(({ label, feedUrl }) => wanted === '' || `${label} ${feedUrl}`.toLowerCase().includes(wanted))
    .sort((a, b) => BY[order.value](a, b) || a.label.localeCompare(b.label))
})
// One that is out of sight is never acted on.
const chosenShown = computed(() => shown.value.filter(({ id }) => chosen.value.has(id)).map(({ id }) => id))
const hasAll = computed(() => shown.value.length > 0 && chosenShown.value.length === shown.value.length)
function choose(id: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
const chooseAll = (): void =>
  void (chosen.value = new Set(hasAll.value ? [] : shown.value.map(({ id }) => id)))
const chooseNone = (): void => void (chosen.value = new Set())
const head = 'py-1.5 pr-4 text-left text-small font-semibold text-ink-2 whitespace-nowrap'
const choices = computed(() =>
  healths.value.map((value) => ({ value, label: labels.healths[value], count: counts.value[value] ?? 0 })),
)
</script>

<template>
  <section class="px-6 pb-8" :aria-label="words.setUp.parts.sources">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2 pb-2">
      <ChoiceTabs v-model="health" :label="labels.health" :choices="choices" />
      <span class="grow" />
      <input
        v-model="text"
        type="search"
        :aria-label="labels.search"
        :placeholder="labels.search"
        class="w-[150px] rounded border border-rule bg-sheet px-1.5 py-1 text-small text-ink-2 placeholder:text-ink-3"
      />
      <PlainSelect v-model="folder" :label="labels.folder" class="max-w-[150px]">
        <option value="">{{ labels.allFolders }}</option>
        <option v-for="name in folders" :key="name" :value="name">{{ name }}</option>
      </PlainSelect>
      <PlainSelect v-model="order" :label="labels.order" class="max-w-[150px]">
        <option v-for="(label, name) in labels.orders" :key="name" :value="name">{{ label }}</option>
      </PlainSelect>
    </div>
    <BulkSources v-if="chosenShown.length > 0" :ids="chosenShown" @done="chooseNone" />
    <p v-if="shown.length === 0" class="py-8 text-center text-ink-2">{{ labels.noneLikeThat }}</p>
    <div v-else class="column:overflow-x-auto">
      <table class="w-full column:min-w-[620px] max-column:block">
        <thead class="border-b border-rule max-column:hidden">
          <tr>
            <td v-if="brand.canWork" class="w-7 pr-2 pl-1">
              <input
                type="checkbox"
                class="accent-(--act)"
                :checked="hasAll"
                :aria-label="labels.chooseAll"
                @change="chooseAll"
              />
            </td>
            <th scope="col" :class="head">{{ labels.columns.source }}</th>
            <th scope="col" :class="head">{{ labels.columns.folder }}</th>
            <th scope="col" :class="[head, 'text-right']">{{ labels.columns.articles }}</th>
            <th scope="col" :class="[head, 'text-right']">{{ labels.columns.clipped }}</th>
            <th scope="col" :class="head">{{ labels.columns.fetched }}</th>
            <td />
          </tr>
        </thead>
        <tbody class="divide-y divide-rule max-column:block">
          <SourceListItem
            v-for="source in shown"
            :key="source.id"
            :source="source"
            :chosen="chosen.has(source.id)"
            @edit="emit('edit', source)"
            @choose="choose(source.id)"
          />
        </tbody>
      </table>
    </div>
  </section>
</template>
