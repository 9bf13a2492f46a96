<script setup lang="ts" generic="T extends string">
defineProps<{
  label: string
  modelValue: T
  choices: { value: string; label: string }[]
  error?: string
  hint?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T]; leave: [] }>()
const id = useId()
</script>

<template>
  <div>
    <label :for="id" class="mb-1 block text-small font-semibold text-ink-2">{{ label }}</label>
    <select
      :id="id"
      :value="modelValue"
      :aria-invalid="error ? true : undefined"
      :aria-describedby="error ? `${id}-error` : hint ? `${id}-hint` : undefined"
      class="block w-full rounded-md border border-edge bg-sheet px-2 py-1.5 text-base text-ink"
      @change="emit('update:modelValue', ($event.target as HTMLSelectElement).value as T)"
      @blur="emit('leave')"
    >
      <option v-for="choice in choices" :key="choice.value" :value="choice.value">{{ choice.label }}</option>
    </select>
    <p v-if="error" :id="`${id}-error`" class="mt-1 text-small text-bad" role="alert">{{ error }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="mt-1 text-small text-ink-3">{{ hint }}</p>
  </div>
</template>
