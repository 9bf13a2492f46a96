<script setup lang="ts">
import { X } from '@lucide/vue'
import {
  isNarrowed,
  NO_FILTER,
  type KeptFilter,
  type SavedFilter,
  type SheetFilter,
} from '#shared/schedule/filter'
import { scheduleRoutes } from '#shared/schedule/routes'
import * as words from '#shared/words'

/** Filters that were kept under names, for all of a brand: taken, kept, removed. */
const filter = defineModel<SheetFilter>({ required: true })
const alone = defineModel<string | null>('alone', { required: true })
const labels = words.schedule.kept
const brand = useBrandStore()
const notices = useNoticesStore()
const saved = computed(() => brand.view?.filters ?? [])
const now = computed((): KeptFilter => ({ ...filter.value, account: alone.value ?? '' }))
const NAMES = [...Object.keys(NO_FILTER), 'account'] as (keyof KeptFilter)[]
const isSame = (one: KeptFilter): boolean => NAMES.every((name) => one[name] === now.value[name])
const current = computed(() => saved.value.find((one) => isSame(one.filter)) ?? null)
const isSet = computed(() => isNarrowed(filter.value) > 0 || alone.value !== null)
const name = ref<string | null>(null)
const field = ref<HTMLInputElement | null>(null)

function take(id: string): void {
  const found = saved.value.find((one) => one.id === id)
  if (!found) return
  const { account, ...others } = found.filter
  filter.value = { ...NO_FILTER, ...others }
  alone.value = account || null
}
async function ask(): Promise<void> {
  name.value = ''
  await nextTick()
  field.value?.focus()
}
/** Once: leaving the field, which Enter does too, keeps nothing twice. */
async function save(): Promise<void> {
  const given = name.value?.trim() ?? ''
  name.value = null
  if (given === '') return
  const body = { name: given, filter: now.value }
  await brand
    .change(labels.saved(given), () => brand.call(scheduleRoutes.saveFilter, { body }))
    .catch((error: unknown) => notices.complain(error))
}
const remove = ({ id, name: known }: SavedFilter): Promise<unknown> =>
  brand
    .change(words.notices.removed(known), () => brand.call(scheduleRoutes.removeFilter, { id }))
    .catch((error: unknown) => notices.complain(error))
const shape = 'min-h-6 rounded border bg-sheet px-1 py-0.5 text-tiny'
</script>

<template>
  <span class="flex items-center gap-1.5 max-column:hidden">
    <select
      v-if="saved.length > 0"
      :value="current?.id ?? ''"
      :aria-label="labels.label"
      :class="[
        shape,
        'max-w-[120px] truncate',
        current ? 'border-act font-semibold text-ink' : 'border-rule text-ink-2',
      ]"
      @change="take(($event.target as HTMLSelectElement).value)"
    >
      <option value="">{{ labels.choose }}</option>
      <option v-for="one in saved" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <template v-if="brand.canWork">
      <button
        v-if="current"
        type="button"
        class="grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="labels.remove(current.name)"
        :title="labels.remove(current.name)"
        @click="remove(current)"
      >
        <X :size="12" aria-hidden="true" />
      </button>
      <input
        v-else-if="name !== null"
        ref="field"
        v-model="name"
        maxlength="120"
        :class="shape"
        class="w-[130px] border-edge text-ink"
        :aria-label="labels.name"
        :placeholder="labels.name"
        @keydown.enter.prevent="save"
        @keydown.esc.prevent.stop="name = null"
        @blur="save"
      />
      <button v-else-if="isSet" type="button" class="min-h-6 text-tiny font-semibold text-act" @click="ask">
        {{ labels.save }}
      </button>
    </template>
  </span>
</template>
