<script setup lang="ts">
import { ORDER_TRIGGERS, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import CheckList from './CheckList.vue'
import NumberField from './NumberField.vue'

/** What sets an order off. */
defineProps<{ entries: { id: string; title: string }[]; errors: Record<string, string> }>()
const from = defineModel<OrderRule['from']>({ required: true })
const { form, triggers } = words.orders
const brand = useBrandStore()
const set = (patch: Partial<OrderRule['from']>): void => void (from.value = { ...from.value, ...patch })
const kinds = ORDER_TRIGGERS.map((value) => ({ value, label: triggers[value] }))
const accounts = computed(() =>
  (brand.view?.accounts ?? []).map(({ id, name }) => ({ value: id, label: name })),
)
</script>

<template>
  <div class="grid gap-3">
    <ChoiceField
      :label="form.trigger"
      :model-value="from.kind"
      :choices="kinds"
      @update:model-value="set({ kind: $event })"
    />
    <template v-if="from.kind === 'articles'">
      <CheckList
        :label="form.watches"
        :choices="brand.view?.watches ?? []"
        :none="form.noWatches"
        :model-value="from.watches"
        @update:model-value="set({ watches: $event })"
      />
      <CheckList
        :label="form.tags"
        :choices="brand.view?.tags ?? []"
        :none="form.noTags"
        :model-value="from.tagIds"
        @update:model-value="set({ tagIds: $event })"
      />
      <p class="text-small text-ink-3">{{ form.anyArticle }}</p>
    </template>
    <template v-else-if="from.kind === 'date'">
      <CheckList
        :label="form.entries"
        :choices="entries.map(({ id, title }) => ({ id, name: title }))"
        :none="form.noEntries"
        :model-value="from.entries"
        @update:model-value="set({ entries: $event })"
      />
      <NumberField
        :label="form.daysBefore"
        :model-value="from.daysBefore"
        :error="errors['rule.from.daysBefore']"
        @update:model-value="set({ daysBefore: $event ?? 0 })"
      />
    </template>
    <template v-else>
      <ChoiceField
        :label="form.poolAccount"
        :model-value="from.accountId ?? ''"
        :choices="[{ value: '', label: '' }, ...accounts]"
        @update:model-value="set({ accountId: $event || null })"
      />
      <NumberField
        :label="form.below"
        :model-value="from.below"
        :error="errors['rule.from.below']"
        @update:model-value="set({ below: $event ?? 1 })"
      />
    </template>
  </div>
</template>
