<script setup lang="ts">
import { ORDER_AGAIN, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import NumberField from './NumberField.vue'

/** How often its posts go out. Only what is approved can come round for ever. */
const props = defineProps<{ act: OrderRule['act']; errors: Record<string, string> }>()
const when = defineModel<OrderRule['when']>({ required: true })
const { form } = words.orders
const set = (patch: Partial<OrderRule['when']>): void => void (when.value = { ...when.value, ...patch })
const choices = computed(() =>
  ORDER_AGAIN.filter((value) => value !== 'evergreen' || props.act === 'lined').map((value) => ({
    value,
    label: form.agains[value],
  })),
)
</script>

<template>
  <div class="grid gap-3">
    <ChoiceField
      :label="form.again"
      :model-value="when.again"
      :choices="choices"
      @update:model-value="set({ again: $event })"
    />
    <NumberField
      v-if="when.again === 'times'"
      :label="form.againTimes"
      :model-value="when.againTimes"
      :error="errors['rule.when.againTimes']"
      @update:model-value="set({ againTimes: $event ?? 2 })"
    />
    <NumberField
      v-if="when.again !== 'once'"
      :label="form.againDays"
      :model-value="when.againDays"
      :error="errors['rule.when.againDays']"
      @update:model-value="set({ againDays: $event ?? 1 })"
    />
  </div>
</template>
