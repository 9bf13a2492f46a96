<script setup lang="ts">
import * as words from '#shared/words'
import SavedFilters from './SavedFilters.vue'
import { isNarrowed, NO_FILTER, type SheetFilter } from '#shared/schedule/filter'

const props = defineProps<{
  /** Whose posts there are, and about whose articles. */
  people: string[]
  sources: string[]
  /** Whether it is the list: posts being written are shown too, and days chosen. */
  isList: boolean
}>()
const filter = defineModel<SheetFilter>({ required: true })
/** The account that is shown alone; null for all of them. */
const alone = defineModel<string | null>('alone', { required: true })
const labels = words.schedule
const brand = useBrandStore()
/** What is looked for is offered too, where nothing of it is shown. */
const withOwn = (names: string[], own: string): string[] =>
  own === '' || names.includes(own) ? names : [...names, own]
const people = computed(() => withOwn(props.people, filter.value.who))
const sources = computed(() => withOwn(props.sources, filter.value.source))
const states = computed(() => ({
  ...labels.narrowStates,
  ...(props.isList ? { draft: words.list.draft } : {}),
}))
const networks = computed(
  () => new Map((brand.view?.accounts ?? []).map(({ rules }) => [rules.id, rules.name])),
)
const choices = computed(() => [
  ...(networks.value.size > 1
    ? [
        {
          name: 'network' as const,
          label: labels.narrow.network,
          values: [...networks.value].map(([value, label]) => ({ value, label })),
        },
      ]
    : []),
  {
    name: 'pillar' as const,
    label: labels.narrow.pillar,
    values: (brand.view?.pillars ?? []).map(({ id, name }) => ({ value: id, label: name })),
  },
  ...((brand.view?.campaigns.length ?? 0) > 0
    ? [
        {
          name: 'campaign' as const,
          label: labels.narrow.campaign,
          values: brand.view!.campaigns.map(({ id, name }) => ({ value: id, label: name })),
        },
      ]
    : []),
  ...((brand.view?.tags.length ?? 0) > 0
    ? [
        {
          name: 'tag' as const,
          label: labels.narrow.tag,
          values: brand.view!.tags.map(({ id, name }) => ({ value: id, label: name })),
        },
      ]
    : []),
  {
    name: 'state' as const,
    label: labels.narrow.state,
    values: Object.entries(states.value).map(([value, label]) => ({ value, label })),
  },
  {
    name: 'kind' as const,
    label: labels.narrow.kind,
    values: Object.entries(labels.narrowKinds).map(([value, label]) => ({ value, label })),
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
const ENDS = ['since', 'till'] as const
const narrowed = computed(() => isNarrowed(filter.value) + (alone.value === null ? 0 : 1))
function clear(): void {
  filter.value = { ...NO_FILTER }
  alone.value = null
}
const shape = (isSet: boolean): string =>
  [
    'min-h-6 max-w-[100px] truncate rounded border bg-sheet px-1 py-0.5 text-tiny max-column:hidden',
    isSet ? 'border-act font-semibold text-ink' : 'border-rule text-ink-2',
  ].join(' ')
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5">
    <select
      v-if="(brand.view?.accounts.length ?? 0) > 1"
      v-model="alone"
      :aria-label="labels.narrow.account"
      :class="shape(alone !== null)"
    >
      <option :value="null">{{ labels.narrow.account }}</option>
      <option v-for="account in brand.view!.accounts" :key="account.id" :value="account.id">
        {{ account.name }}
      </option>
    </select>
    <select
      v-for="choice in choices"
      :key="choice.name"
      v-model="filter[choice.name]"
      :aria-label="choice.label"
      :class="shape(filter[choice.name] !== '')"
    >
      <option value="">{{ choice.label }}</option>
      <option v-for="value in choice.values" :key="value.value" :value="value.value">
        {{ value.label }}
      </option>
    </select>
    <input
      v-model.lazy="filter.words"
      type="search"
      :aria-label="labels.narrow.words"
      :placeholder="labels.narrow.words"
      :class="shape(filter.words !== '')"
      class="w-[100px]"
      maxlength="100"
    />
    <span v-if="isList" class="flex items-center gap-1.5 max-column:hidden">
      <label v-for="end in ENDS" :key="end" class="flex items-center gap-1 text-tiny text-ink-2"
        >{{ labels.narrow[end] }}
        <input v-model.lazy="filter[end]" type="date" :class="shape(filter[end] !== '')" />
      </label>
    </span>
    <SavedFilters v-model="filter" v-model:alone="alone" />
    <button v-if="narrowed > 0" type="button" class="min-h-6 text-tiny font-semibold text-act" @click="clear">
      {{ labels.allOf(narrowed) }}
    </button>
  </div>
</template>
