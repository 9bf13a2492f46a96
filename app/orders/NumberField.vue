<script setup lang="ts">
/** A whole number, or none where it may be empty; what is no number stays as typed, and is complained of. */
defineProps<{ label: string; hint?: string; error?: string }>()
const value = defineModel<number | null>({ required: true })
const textOf = (number: number | null): string =>
  number === null || Number.isNaN(number) ? '' : String(number)
const numberOf = (typed: string): number | null => {
  const number = Number(typed)
  return typed.trim() === '' ? null : Number.isFinite(number) ? number : Number.NaN
}
const text = ref(textOf(value.value))
watch(text, (typed) => (value.value = numberOf(typed)))
watch(value, (now) => {
  if (!Object.is(now, numberOf(text.value)) && !Number.isNaN(now)) text.value = textOf(now)
})
</script>

<template>
  <TextField
    v-model="text"
    :label="label"
    :hint="hint"
    :error="error"
    inputmode="numeric"
    autocomplete="off"
  />
</template>
