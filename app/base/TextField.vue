<script setup lang="ts">
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  label: string
  modelValue: string | number | null
  /** What is wrong with it, in a sentence; empty when nothing is. */
  error?: string
  /** What is allowed or meant. */
  hint?: string
  type?: string
  lines?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string]; leave: [] }>()
const attrs = useAttrs()
// A class places the whole field; everything else is the input's own.
const inputAttrs = computed(() =>
  Object.fromEntries(Object.entries(attrs).filter(([name]) => name !== 'class')),
)
const id = useId()
const described = computed(
  () =>
    [props.error ? `${id}-error` : '', props.hint ? `${id}-hint` : ''].filter(Boolean).join(' ') || undefined,
)
const take = (event: Event): void => emit('update:modelValue', (event.target as HTMLInputElement).value)
</script>

<template>
  <div :class="$attrs.class">
    <label :for="id" class="mb-1 block text-small font-semibold text-ink-2">{{ label }}</label>
    <component
      :is="lines ? 'textarea' : 'input'"
      :id="id"
      v-bind="inputAttrs"
      :type="lines ? undefined : (type ?? 'text')"
      :rows="lines"
      :value="modelValue ?? ''"
      :aria-invalid="error ? true : undefined"
      :aria-describedby="described"
      class="block w-full rounded-md border bg-sheet px-2.5 py-1.5 text-base text-ink placeholder:text-ink-3"
      :class="error ? 'border-bad' : 'border-edge'"
      @input="take"
      @blur="emit('leave')"
    />
    <p v-if="error" :id="`${id}-error`" class="mt-1 text-small text-bad" role="alert">{{ error }}</p>
    <p v-if="hint" :id="`${id}-hint`" class="mt-1 text-small text-ink-3">{{ hint }}</p>
  </div>
</template>
