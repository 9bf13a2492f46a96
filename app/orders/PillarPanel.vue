<script setup lang="ts">
import type { OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'

/** What a post is filed under. */
const post = defineModel<OrderRule['post']>({ required: true })
const { form } = words.orders
const brand = useBrandStore()
const set = (patch: Partial<OrderRule['post']>): void => void (post.value = { ...post.value, ...patch })
const choicesOf = (none: string, rows: { id: string; name: string }[]) => [
  { value: '', label: none },
  ...rows.map(({ id, name }) => ({ value: id, label: name })),
]
</script>

<template>
  <div class="grid gap-3">
    <ChoiceField
      :label="form.pillar"
      :model-value="post.pillarId ?? ''"
      :choices="choicesOf(form.usualPillar, brand.view?.pillars ?? [])"
      @update:model-value="set({ pillarId: $event || null })"
    />
    <ChoiceField
      :label="form.campaign"
      :model-value="post.campaignId ?? ''"
      :choices="choicesOf(form.noCampaign, brand.view?.campaigns ?? [])"
      @update:model-value="set({ campaignId: $event || null })"
    />
  </div>
</template>
