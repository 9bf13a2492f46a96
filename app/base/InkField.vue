<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import * as words from '#shared/words'

defineProps<{ label: string; modelValue: number }>()
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()
const names = words.pillar.inkNames
</script>

<template>
  <RadioGroup :model-value="modelValue" @update:model-value="emit('update:modelValue', $event)">
    <RadioGroupLabel as="span" class="mb-1 block text-small font-semibold text-ink-2">{{
      label
    }}</RadioGroupLabel>
    <div class="flex flex-wrap gap-1.5">
      <RadioGroupOption
        v-for="(name, at) in names"
        :key="name"
        v-slot="{ checked }"
        :value="at + 1"
        :aria-label="name"
        :title="name"
        class="rounded"
      >
        <span
          class="block size-7 cursor-pointer rounded border-[3px]"
          :class="checked ? 'border-ink' : 'border-transparent'"
          :style="{ background: `var(--pillar-${at + 1})` }"
        />
      </RadioGroupOption>
    </div>
  </RadioGroup>
</template>
