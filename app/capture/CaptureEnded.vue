<script setup lang="ts">
import { Check, Undo2 } from '@lucide/vue'
import { useIntervalFn } from '@vueuse/core'
import * as words from '#shared/words'

/** Where it went, for as long as it can be undone here; then the window closes. */
const props = defineProps<{
  message: string
  undo: (() => unknown) | null
  /** What is still being kept: closed before, it would be lost. */
  kept: Promise<unknown>
}>()
const labels = words.capture
const SECONDS = 10
const left = ref(SECONDS)
const isOver = ref(false)
const isClosing = ref(false)
const { pause, isActive } = useIntervalFn(() => {
  left.value--
  if (left.value <= 0) void close()
}, 1000)
/** A browser closes only what a script opened; else one is told that it can be closed. */
async function close(): Promise<void> {
  pause()
  isClosing.value = true
  await props.kept
  isClosing.value = false
  window.close()
  isOver.value = true
}
const heading = ref<HTMLElement | null>(null)
onMounted(() => heading.value?.focus())
</script>

<template>
  <div class="grid grow place-content-center gap-4 bg-sheet p-8 text-center">
    <Check :size="30" class="mx-auto text-ok" aria-hidden="true" />
    <p
      ref="heading"
      tabindex="-1"
      class="serif max-w-[34ch] text-name leading-snug text-pretty outline-none"
      role="status"
    >
      {{ message }}
    </p>
    <div class="flex flex-wrap justify-center gap-2">
      <PlainButton v-if="undo" @click="undo"
        ><Undo2 :size="14" aria-hidden="true" />{{ words.notices.undo }}</PlainButton
      >
      <PlainButton kind="act" :busy="isClosing" @click="close">{{ labels.close }}</PlainButton>
    </div>
    <p class="text-small text-ink-3">
      <template v-if="isOver">{{ labels.canClose }}</template>
      <template v-else-if="isActive"
        >{{ labels.closes(left) }}
        <button type="button" class="font-semibold text-act" @click="pause()">
          {{ labels.stay }}
        </button></template
      >
    </p>
  </div>
</template>
