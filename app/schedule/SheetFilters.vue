<script setup lang="ts">
import type { ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { isNarrowed, type SheetFilter } from './scheduleGrid'

const props = defineProps<{ view: ScheduleView }>()
const filter = defineModel<SheetFilter>({ required: true })
const says = words.schedule
const brand = useBrandStore()
const unique = (values: (string | null)[]): string[] =>
  [...new Set(values.filter((one): one is string => Boolean(one)))].sort((a, b) => a.localeCompare(b))
const people = computed(() => unique(props.view.cards.map((card) => card.by)))
const sources = computed(() => unique(props.view.cards.map((card) => card.source)))
const choices = computed(() => [
  {
    name: 'pillar' as const,
    label: says.narrow.pillar,
    values: (brand.view?.pillars ?? []).map(({ id, name }) => ({ value: id, label: name })),
  },
  {
    name: 'state' as const,
    label: says.narrow.state,
    values: Object.entries(says.narrowStates).map(([value, label]) => ({ value, label })),
  },
  {
    name: 'who' as const,
    label: says.narrow.who,
    values: people.value.map((value) => ({ value, label: value })),
  },
  {
    name: 'source' as const,
    label: says.narrow.source,
    values: sources.value.map((value) => ({ value, label: value })),
  },
])
const narrowed = computed(() => isNarrowed(filter.value))
const clear = (): void => void (filter.value = { pillar: '', state: '', who: '', source: '' })
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5">
    <select
      v-for="one in choices"
      :key="one.name"
      v-model="filter[one.name]"
      :aria-label="one.label"
      class="min-h-6 max-w-28 truncate rounded border bg-sheet px-1 py-0.5 text-tiny"
      :class="filter[one.name] ? 'border-act font-semibold text-ink' : 'border-rule text-ink-2'"
    >
      <option value="">{{ one.label }}</option>
      <option v-for="value in one.values" :key="value.value" :value="value.value">{{ value.label }}</option>
    </select>
    <button v-if="narrowed > 0" type="button" class="min-h-6 text-tiny font-semibold text-act" @click="clear">
      {{ says.allOf(narrowed) }}
    </button>
  </div>
</template>
