<script setup lang="ts">
import { Check, Copy, Download } from '@lucide/vue'
import * as words from '#shared/words'

const props = defineProps<{ codes: string[] }>()
const labels = words.secondStep
const isCopied = ref(false)
const text = computed(() => `${labels.fileHead}\n\n${props.codes.join('\n')}\n`)
const file = computed(() => `data:text/plain;charset=utf-8,${encodeURIComponent(text.value)}`)
async function copy(): Promise<void> {
  isCopied.value = await navigator.clipboard.writeText(props.codes.join('\n')).then(
    () => true,
    () => false,
  )
}
</script>

<template>
  <div class="grid gap-3">
    <p>{{ labels.codesIntro }}</p>
    <ul
      class="grid grid-cols-2 gap-x-4 gap-y-1 rounded-md border border-rule bg-paper px-4 py-3 font-mono"
      :aria-label="labels.codes"
    >
      <li v-for="code in codes" :key="code">{{ code }}</li>
    </ul>
    <div class="flex flex-wrap gap-2">
      <PlainButton @click="copy"
        ><component :is="isCopied ? Check : Copy" :size="14" aria-hidden="true" />{{
          isCopied ? words.frame.copied : words.frame.copy
        }}</PlainButton
      >
      <a
        :href="file"
        :download="labels.fileName"
        class="inline-flex items-center gap-1.5 px-1 font-semibold text-act underline underline-offset-2"
        ><Download :size="14" aria-hidden="true" />{{ labels.saveFile }}</a
      >
    </div>
  </div>
</template>
