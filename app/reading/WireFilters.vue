<script setup lang="ts">
import { ListFilter, X } from '@lucide/vue'
import * as words from '#shared/words'
import { NO_NARROWING, type Narrowing } from './wireFilter'
import { useWireStore } from './wireStore'
import { useSources } from '~/sources/useSources'

const wire = useWireStore()
const brand = useBrandStore()
const labels = words.wire.filters
const open = ref(false)
// What one can choose from is fetched when it is first wanted.
const known = useSources(() => open.value)
const sources = computed(() => known.list ?? [])
const panelId = useId()

const folders = computed(() =>
  [...new Set(sources.value.flatMap((source) => source.folders))].sort((a, b) => a.localeCompare(b)),
)
const narrowed = computed(() =>
  (Object.keys(NO_NARROWING) as (keyof Narrowing)[]).filter((name) => wire.filter[name] !== null),
)
const ownWords = ref(wire.filter.words ?? '')
watch(
  () => wire.filter.words,
  (now) => (ownWords.value = now ?? ''),
)
const setWords = (): void =>
  void (
    ownWords.value.trim() !== (wire.filter.words ?? '') &&
    wire.setFilter({ words: ownWords.value.trim() || null })
  )
const set = (name: keyof Narrowing, event: Event): void =>
  void wire.setFilter({ [name]: (event.target as HTMLSelectElement).value || null })
const select = 'min-h-[27px] w-full rounded border border-rule bg-sheet px-1.5 py-1 text-small text-ink'
const choices = computed(() => [
  { name: 'age' as const, options: Object.entries(labels.ages).map(([value, label]) => ({ value, label })) },
  {
    name: 'tag' as const,
    options: (brand.view?.tags ?? []).map(({ id, name }) => ({ value: id, label: name })),
  },
  { name: 'folder' as const, options: folders.value.map((folder) => ({ value: folder, label: folder })) },
  { name: 'source' as const, options: sources.value.map(({ id, label }) => ({ value: id, label })) },
  { name: 'own' as const, options: Object.entries(labels.owns).map(([value, label]) => ({ value, label })) },
  {
    name: 'kind' as const,
    options: Object.entries(labels.kinds).map(([value, label]) => ({ value, label })),
  },
  {
    name: 'language' as const,
    options: Object.entries(labels.languages).map(([value, label]) => ({ value, label })),
  },
  { name: 'region' as const, options: known.regions.map((region) => ({ value: region, label: region })) },
])
</script>

<template>
  <button
    type="button"
    class="flex items-center gap-1 rounded px-1.5 py-0.5 hover:text-ink"
    :class="narrowed.length > 0 ? 'bg-well font-semibold text-ink' : 'text-ink-2'"
    :aria-expanded="open"
    :aria-controls="panelId"
    @click="open = !open"
  >
    <ListFilter v-if="narrowed.length === 0" :size="14" aria-hidden="true" />{{
      narrowed.length > 0 ? labels.some(narrowed.length) : labels.name
    }}
  </button>
  <div
    v-if="open"
    :id="panelId"
    class="order-last grid basis-full grid-cols-2 gap-x-3 gap-y-2 border-t border-rule pt-2 pb-1"
    role="group"
    :aria-label="labels.name"
  >
    <label class="block">
      <span class="mb-0.5 block text-tiny text-ink-2">{{ labels.labels.words }}</span>
      <input
        v-model="ownWords"
        type="search"
        maxlength="300"
        :placeholder="labels.wordsHint"
        :class="select"
        @change="setWords"
        @keydown.enter="setWords"
      />
    </label>
    <label v-for="choice in choices" :key="choice.name" class="block">
      <span class="mb-0.5 block text-tiny text-ink-2">{{ labels.labels[choice.name] }}</span>
      <select :value="wire.filter[choice.name] ?? ''" :class="select" @change="set(choice.name, $event)">
        <option value="">{{ labels.any }}</option>
        <option v-for="option in choice.options" :key="option.value" :value="option.value">
          {{ option.label }}
        </option>
      </select>
    </label>
    <button
      v-if="narrowed.length > 0"
      type="button"
      class="col-span-2 flex items-center gap-1 justify-self-start font-semibold text-act"
      @click="wire.setFilter({ ...NO_NARROWING })"
    >
      <X :size="14" aria-hidden="true" />{{ labels.clear }}
    </button>
  </div>
</template>
