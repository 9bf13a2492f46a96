<script setup lang="ts">
import { Check, Copy } from '@lucide/vue'
import * as words from '#shared/words'

const props = defineProps<{ label: string; address: string; hint: string }>()
const id = useId()
const field = ref<HTMLInputElement | null>(null)
const isCopied = ref(false)
watch(
  () => props.address,
  () => (isCopied.value = false),
)
async function copy(): Promise<void> {
  // Where the browser keeps its clipboard shut, the selected address can be copied by hand.
  field.value?.select()
  isCopied.value = await navigator.clipboard.writeText(props.address).then(
    () => true,
    () => false,
  )
}
</script>

<template>
  <div>
    <label :for="id" class="mb-1 block text-small font-semibold text-ink-2">{{ label }}</label>
    <input
      :id="id"
      ref="field"
      readonly
      :value="address"
      :aria-describedby="`${id}-hint`"
      class="block w-full rounded-md border border-rule bg-paper px-2.5 py-1.5 text-small text-ink"
      @focus="field?.select()"
    />
    <p :id="`${id}-hint`" class="mt-1 text-small text-ink-3">{{ hint }}</p>
    <div class="mt-2 flex flex-wrap gap-2">
      <PlainButton @click="copy"
        ><component :is="isCopied ? Check : Copy" :size="14" aria-hidden="true" />{{
          isCopied ? words.frame.copied : words.frame.copy
        }}</PlainButton
      >
      <slot />
    </div>
  </div>
</template>
