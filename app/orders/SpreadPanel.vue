<script setup lang="ts">
import type { OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import NumberField from './NumberField.vue'
import { readTimes, writeTimes } from './ownTimes'

/** When its posts may go out. */
defineProps<{ errors: Record<string, string> }>()
const when = defineModel<OrderRule['when']>({ required: true })
const { form } = words.orders
const set = (patch: Partial<OrderRule['when']>): void => void (when.value = { ...when.value, ...patch })
const from = ref(when.value.between?.from ?? '')
const to = ref(when.value.between?.to ?? '')
const times = ref(writeTimes(when.value.times))
const isBad = computed(() => readTimes(times.value) === null)
watch(
  () => `${from.value} ${to.value}`,
  () => set({ between: from.value && to.value ? { from: from.value, to: to.value } : null }),
)
watch(times, (now) => {
  const read = readTimes(now)
  if (read) set({ times: read })
})
</script>

<template>
  <div class="grid gap-3">
    <NumberField
      :label="form.gap"
      :model-value="when.minGapMinutes"
      :error="errors['rule.when.minGapMinutes']"
      @update:model-value="set({ minGapMinutes: $event ?? 0 })"
    />
    <div class="grid grid-cols-2 gap-3">
      <TextField v-model="from" type="time" :label="form.from" :disabled="when.times.length > 0" />
      <TextField v-model="to" type="time" :label="form.to" :disabled="when.times.length > 0" />
    </div>
    <TextField
      v-model="times"
      :label="form.times"
      :hint="form.timesHint"
      :error="isBad ? form.badTimes : ''"
      autocomplete="off"
    />
  </div>
</template>
