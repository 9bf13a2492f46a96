<script setup lang="ts">
import { ChevronDown, ChevronUp } from '@lucide/vue'
import { POST_FIELDS, type PostCells, type PostField } from '#core/formats/postFields'
import type { BatchRow } from '#shared/batches/types'
import * as words from '#shared/words'

/** One row of a file: its cells, what is wrong with each, and the way to the next to be mended. */
const props = defineProps<{
  row: BatchRow
  hasFaulty: boolean
  readOnly: boolean
  busy: boolean
  failed: string
}>()
const emit = defineEmits<{ save: [cells: PostCells]; step: [by: 1 | -1]; nextFaulty: []; close: [] }>()
const labels = words.batch
const brand = useBrandStore()
const times = useTimes()
const id = useId()

const ALWAYS: PostField[] = ['text', 'account', 'at', 'pillar', 'link']
const isAll = ref(false)
const cells = ref<PostCells>({})
watch(
  () => JSON.stringify([props.row.position, props.row.cells]),
  () => (cells.value = { ...props.row.cells }),
  { immediate: true },
)
const problemOf = (field: PostField): string =>
  props.row.problems
    .filter((one) => one.field === field)
    .map(({ message }) => message)
    .join(' ')
const fields = computed(() =>
  [...ALWAYS, ...POST_FIELDS.filter((field) => !ALWAYS.includes(field))].filter(
    (field) =>
      isAll.value || ALWAYS.includes(field) || Boolean(props.row.cells[field]) || problemOf(field) !== '',
  ),
)
const isLong = (field: PostField): boolean => field === 'text' || field.startsWith('wording')
const changed = computed(() =>
  Object.fromEntries(
    POST_FIELDS.filter((field) => (cells.value[field] ?? '') !== (props.row.cells[field] ?? '')).map(
      (field) => [field, cells.value[field] ?? ''],
    ),
  ),
)
const isChanged = computed(() => Object.keys(changed.value).length > 0)
const isDone = computed(() => props.row.state === 'taken' || props.row.state === 'gone-out')
const listOf = (field: PostField): string | undefined =>
  field === 'account' ? `${id}-accounts` : field === 'pillar' ? `${id}-pillars` : undefined
function save(): void {
  if (isChanged.value && !props.busy) emit('save', changed.value)
}
defineExpose({ isChanged, changed })
</script>

<template>
  <form class="grid content-start gap-3" :aria-label="labels.line(row.line)" @submit.prevent="save">
    <div class="flex items-center gap-1">
      <h2 class="part-name grow">{{ labels.line(row.line) }}</h2>
      <ToolButton :label="labels.previous" @click="emit('step', -1)"
        ><ChevronUp :size="15" aria-hidden="true"
      /></ToolButton>
      <ToolButton :label="labels.next" @click="emit('step', 1)"
        ><ChevronDown :size="15" aria-hidden="true"
      /></ToolButton>
    </div>
    <ErrorMessage v-if="failed" :message="failed" />
    <template v-if="isDone">
      <p class="serif whitespace-pre-wrap" dir="auto">{{ row.cells.text }}</p>
      <p class="text-ink-2">{{ row.state === 'taken' ? labels.wasTaken : labels.goneOut }}</p>
      <PlainButton v-if="row.postId" :to="`/desk/${row.postId}`">{{ labels.open }}</PlainButton>
    </template>
    <template v-else>
      <ul v-if="row.warnings.length > 0" class="grid gap-1 text-small text-warn">
        <li v-for="warning in row.warnings" :key="warning">{{ warning }}</li>
      </ul>
      <TextField
        v-for="field in fields"
        :key="field"
        :label="labels.fields[field]"
        :model-value="cells[field] ?? ''"
        :lines="isLong(field) ? 5 : undefined"
        :list="listOf(field)"
        :hint="field === 'at' ? labels.atHint : undefined"
        :error="problemOf(field)"
        :disabled="readOnly"
        dir="auto"
        @update:model-value="cells[field] = $event"
        @keydown.ctrl.enter.prevent="save"
        @keydown.meta.enter.prevent="save"
      />
      <datalist :id="`${id}-accounts`">
        <option v-for="account in brand.view?.accounts ?? []" :key="account.id" :value="account.name" />
      </datalist>
      <datalist :id="`${id}-pillars`">
        <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.name" />
      </datalist>
      <PlainButton v-if="!isAll" kind="quiet" class="justify-self-start" @click="isAll = true">{{
        labels.moreFields
      }}</PlainButton>
      <div class="flex flex-wrap items-center gap-2">
        <PlainButton type="submit" kind="act" :busy="busy" :disabled="!isChanged || readOnly">{{
          labels.save
        }}</PlainButton>
        <PlainButton v-if="hasFaulty" @click="emit('nextFaulty')">{{ labels.nextFaulty }}</PlainButton>
        <span v-if="isChanged" class="text-small text-ink-3">{{ labels.unsaved }}</span>
      </div>
      <ul v-if="row.places.length > 0" class="grid gap-1 border-t border-rule pt-3 text-small text-ink-2">
        <li v-for="place in row.places" :key="place.accountId">
          <b class="font-semibold text-ink">{{ brand.accountName(place.accountId) }}</b>
          {{ place.at ? times.dayTime(place.at) : '' }} {{ place.message }}
        </li>
      </ul>
    </template>
  </form>
</template>
