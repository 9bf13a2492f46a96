<script setup lang="ts">
import { POST_FIELDS, type PostColumns, type PostField } from '#core/formats/postFields'
import type { DayOrder } from '#core/formats/moments'
import type { BatchUsual, BatchView } from '#shared/batches/types'
import * as words from '#shared/words'

/** How a file is read: which column is what, what stands for all rows. */
const props = defineProps<{ view: BatchView; readOnly: boolean; busy: boolean; failed: string }>()
const emit = defineEmits<{
  apply: [reading: { columns: PostColumns; order: DayOrder | null; usual: BatchUsual }]
}>()
const labels = words.batch
const brand = useBrandStore()
const id = useId()

/** By column what it is; '' for nothing. */
const chosen = ref<(PostField | '')[]>([])
const order = ref<DayOrder | ''>('')
const usual = ref<BatchUsual>({ account: '', pillar: '' })
watch(
  () => props.view.version,
  () => {
    const of = new Map(Object.entries(props.view.columns).map(([field, at]) => [at, field as PostField]))
    chosen.value = props.view.heads.map((_, at) => of.get(at) ?? '')
    order.value = props.view.order ?? ''
    usual.value = { ...props.view.usual }
  },
  { immediate: true },
)
const columns = computed((): PostColumns =>
  Object.fromEntries(chosen.value.flatMap((field, at) => (field === '' ? [] : [[field, at] as const]))),
)
/** What was chosen for two columns counts for the last: the others give it up. */
function choose(at: number, field: PostField | ''): void {
  chosen.value = chosen.value.map((known, other) => (other === at ? field : known === field ? '' : known))
}
const now = computed(() => ({ columns: columns.value, order: order.value || null, usual: usual.value }))
const isChanged = computed(
  () =>
    JSON.stringify([entriesOf(now.value.columns), now.value.order, now.value.usual]) !==
    JSON.stringify([entriesOf(props.view.columns), props.view.order, props.view.usual]),
)
const entriesOf = (of: PostColumns): [string, number][] =>
  Object.entries(of).toSorted(([a], [b]) => a.localeCompare(b))
const field = 'min-h-[28px] w-full rounded border border-rule bg-sheet px-1 text-small text-ink'
</script>

<template>
  <form class="grid content-start gap-3" @submit.prevent="emit('apply', now)">
    <h2 class="part-name">{{ labels.how }}</h2>
    <ErrorMessage v-if="failed" :message="failed" />
    <div class="grid gap-2">
      <div v-for="(head, at) in view.heads" :key="at" class="grid grid-cols-[minmax(0,1fr)_130px] gap-2">
        <span class="min-w-0 text-small">
          <b class="block truncate font-semibold">{{ head || labels.column(at + 1) }}</b>
          <span class="block truncate text-ink-3" dir="auto">{{ view.samples[at] }}</span>
        </span>
        <select
          :class="field"
          :value="chosen[at]"
          :disabled="readOnly"
          :aria-label="labels.columnFor(head || labels.column(at + 1))"
          @change="choose(at, ($event.target as HTMLSelectElement).value as PostField | '')"
        >
          <option value="">{{ labels.unused }}</option>
          <option v-for="one in POST_FIELDS" :key="one" :value="one">{{ labels.fields[one] }}</option>
        </select>
      </div>
    </div>
    <label v-if="view.hasSlashes" class="grid gap-1 text-small font-semibold text-ink-2"
      >{{ labels.order }}
      <select v-model="order" :class="field" class="font-normal" :disabled="readOnly">
        <option v-if="order === ''" value="">{{ labels.orderUnsaid }}</option>
        <option v-for="(name, value) in labels.orders" :key="value" :value="value">{{ name }}</option>
      </select>
    </label>
    <TextField
      v-model="usual.account"
      :label="labels.usualAccount"
      :list="`${id}-accounts`"
      :disabled="readOnly"
    />
    <TextField
      v-model="usual.pillar"
      :label="labels.usualPillar"
      :list="`${id}-pillars`"
      :disabled="readOnly"
    />
    <datalist :id="`${id}-accounts`">
      <option v-for="account in brand.view?.accounts ?? []" :key="account.id" :value="account.name" />
    </datalist>
    <datalist :id="`${id}-pillars`">
      <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.name" />
    </datalist>
    <PlainButton
      type="submit"
      :kind="isChanged ? 'act' : 'plain'"
      class="justify-self-start"
      :busy="busy"
      :disabled="!isChanged || readOnly"
      >{{ labels.apply }}</PlainButton
    >
    <p v-if="view.pictures.length > 0" class="text-small text-ink-3" :title="view.pictures.join('\n')">
      {{ labels.pictures(view.pictures.length) }}
    </p>
  </form>
</template>
