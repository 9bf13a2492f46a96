<script setup lang="ts">
import { ORDER_ACTS, type OrderRule } from '#shared/orders/types'
import type { RecipientView } from '#shared/recipients/types'
import * as words from '#shared/words'
import CheckList from './CheckList.vue'

/** What an order does. */
defineProps<{
  folders: { id: string; name: string }[]
  recipients: RecipientView[]
  errors: Record<string, string>
}>()
const rule = defineModel<OrderRule>({ required: true })
const { form, acts } = words.orders
const brand = useBrandStore()
const set = (patch: Partial<OrderRule>): void => void (rule.value = { ...rule.value, ...patch })
// What no article sets off has nothing to hand on.
const offered = computed(() =>
  ORDER_ACTS.filter(
    (act) => rule.value.from.kind === 'articles' || !['clip', 'shelve', 'tag'].includes(act),
  ).map((value) => ({ value, label: acts[value] })),
)
</script>

<template>
  <div class="grid gap-3">
    <fieldset class="grid gap-0.5">
      <legend class="mb-1 text-small font-semibold text-ink-2">{{ form.act }}</legend>
      <label v-for="choice in offered" :key="choice.value" class="flex min-h-6 items-start gap-2"
        ><input
          type="radio"
          name="act"
          class="mt-[3px] accent-(--act)"
          :checked="rule.act === choice.value"
          @change="set({ act: choice.value })"
        />{{ choice.label }}</label
      >
    </fieldset>
    <ChoiceField
      v-if="rule.act === 'clip'"
      :label="form.folder"
      :model-value="rule.hand.folderId ?? ''"
      :choices="[
        { value: '', label: form.noFolder },
        ...folders.map(({ id, name }) => ({ value: id, label: name })),
      ]"
      @update:model-value="set({ hand: { ...rule.hand, folderId: $event || null } })"
    />
    <template v-if="rule.act === 'hand'">
      <CheckList
        :label="form.recipients"
        :choices="recipients"
        :none="form.noRecipients"
        :model-value="rule.hand.recipients"
        @update:model-value="set({ hand: { ...rule.hand, recipients: $event } })"
      />
      <ErrorMessage :message="errors['rule.hand.recipients'] ?? ''" />
    </template>
    <TagField
      v-if="rule.act === 'tag'"
      :label="form.handTags"
      :model-value="rule.hand.tags"
      :known="(brand.view?.tags ?? []).map(({ name }) => name)"
      :error="errors['rule.hand.tags']"
      @update:model-value="set({ hand: { ...rule.hand, tags: $event } })"
    />
  </div>
</template>
