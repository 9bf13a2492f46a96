<script setup lang="ts">
import { FileUp } from '@lucide/vue'

/** A button that lets one choose a file. */
withDefaults(
  defineProps<{
    label: string
    /** What may be chosen, as the attribute of an input has it. */
    accept: string
    kind?: 'act' | 'plain' | 'quiet'
    busy?: boolean
    disabled?: boolean
  }>(),
  { kind: 'plain' },
)
const emit = defineEmits<{ file: [file: File] }>()
const input = ref<HTMLInputElement | null>(null)
function take(event: Event): void {
  const field = event.target as HTMLInputElement
  const [file] = field.files ?? []
  // The same file may be chosen once more.
  field.value = ''
  if (file) emit('file', file)
}
</script>

<template>
  <span class="inline-flex">
    <input
      ref="input"
      type="file"
      :accept="accept"
      class="sr-only"
      tabindex="-1"
      :aria-label="label"
      @change="take"
    />
    <PlainButton :kind="kind" :busy="busy" :disabled="disabled" @click="input?.click()"
      ><slot name="icon"><FileUp :size="14" aria-hidden="true" /></slot>{{ label }}</PlainButton
    >
  </span>
</template>
