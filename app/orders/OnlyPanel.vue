<script setup lang="ts">
import { makesPosts, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import { readQuery } from '~/watches/readQuery'
import FlagField from './FlagField.vue'
import NumberField from './NumberField.vue'

/** What an article must be. */
const props = defineProps<{ rule: OrderRule; errors: Record<string, string> }>()
const only = defineModel<OrderRule['only']>({ required: true })
const { form } = words.orders
const set = (patch: Partial<OrderRule['only']>): void => void (only.value = { ...only.value, ...patch })
const listed = (text: string): string[] => text.split(',').flatMap((one) => one.trim() || [])
const queryError = computed(() => {
  const { query } = only.value
  return query.trim() === '' ? '' : (readQuery(query).trouble?.message ?? '')
})
// What is typed keeps its commas until one leaves the field.
const languages = ref(only.value.languages.join(', '))
const regions = ref(only.value.regions.join(', '))
</script>

<template>
  <div class="grid gap-3">
    <TextField
      :label="form.query"
      :placeholder="form.queryHint"
      :model-value="only.query"
      :error="queryError || errors['rule.only.query']"
      autocomplete="off"
      @update:model-value="set({ query: $event })"
    />
    <NumberField
      :label="form.maxAge"
      :model-value="only.maxAgeHours"
      :error="errors['rule.only.maxAgeHours']"
      @update:model-value="set({ maxAgeHours: $event })"
    />
    <div class="grid gap-1">
      <FlagField
        :label="form.needsPicture"
        :model-value="only.needsPicture"
        @update:model-value="set({ needsPicture: $event })"
      />
      <FlagField
        :label="form.butOwn"
        :model-value="only.butOwn"
        @update:model-value="set({ butOwn: $event })"
      />
      <FlagField
        :label="form.notShared"
        :model-value="only.notShared"
        @update:model-value="set({ notShared: $event })"
      />
      <FlagField
        v-if="makesPosts(props.rule.act)"
        :label="form.notTaken"
        :model-value="only.notTaken"
        @update:model-value="set({ notTaken: $event })"
      />
    </div>
    <div class="grid grid-cols-2 gap-3">
      <NumberField
        :label="form.minWords"
        :model-value="only.minWords"
        :error="errors['rule.only.minWords']"
        @update:model-value="set({ minWords: $event })"
      />
      <NumberField
        :label="form.maxWords"
        :model-value="only.maxWords"
        :error="errors['rule.only.maxWords']"
        @update:model-value="set({ maxWords: $event })"
      />
    </div>
    <TextField
      v-model="languages"
      :label="form.languages"
      :placeholder="form.languagesHint"
      @update:model-value="set({ languages: listed($event) })"
    />
    <TextField
      v-model="regions"
      :label="form.regions"
      @update:model-value="set({ regions: listed($event) })"
    />
  </div>
</template>
