<script setup lang="ts">
import type { ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { isNarrowed, type SheetFilter } from './scheduleGrid'

const props = defineProps<{ view: ScheduleView }>()
const filter = defineModel<SheetFilter>({ required: true })
const labels = words.schedule
const brand = useBrandStore()
const unique = (values: (string | null)[]): string[] =>
  [...new Set(values.filter((value): value is string => Boolean(value)))].sort((a, b) => a.localeCompare(b))
const people = computed(() => unique(props.view.cards.map((card) => card.authorName)))
const sources = computed(() => unique(props.view.cards.map((card) => card.source)))
const choices = computed(() => [
  {
    name: 'pillar' as const,
    label: labels.narrow.pillar,
    values: (brand.view?.pillars ?? []).map(({ id, name }) => ({ value: id, label: name })),
  },
  {
    name: 'state' as const,
    label: labels.narrow.state,
    values: Object.entries(labels.narrowStates).map(([value, label]) => ({ value, label })),
  },
  {
    name: 'who' as const,
    label: labels.narrow.who,
    values: people.value.map((value) => ({ value, label: value })),
  },
  {
    name: 'source' as const,
    label: labels.narrow.source,
    values: sources.value.map((value) => ({ value, label: value })),
  },
])
const narrowed = computed(() => isNarrowed(filter.value))
const clear = (): void => void (filter.value = { pillar: '', state: '', who: '', source: '' })
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5">
    <select
      v-for="choice in choices"
      :key="choice.name"
      v-model="filter[choice.name]"
      :aria-label="choice.label"
      class="min-h-6 max-w-28 truncate rounded border bg-sheet px-1 py-0.5 text-tiny"
      :class="filter[choice.name] ? 'border-act font-semibold text-ink' : 'border-rule text-ink-2'"
    >
      <option value="">{{ choice.label }}</option>
      <option v-for="value in choice.values" :key="value.value" :value="value.value">
        {{ value.label }}
      </option>
    </select>
    <button v-if="narrowed > 0" type="button" class="min-h-6 text-tiny font-semibold text-act" @click="clear">
      {{ labels.allOf(narrowed) }}
    </button>
  </div>
</template>
