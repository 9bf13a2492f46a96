<script setup lang="ts">
import { LoaderCircle } from '@lucide/vue'

withDefaults(
  defineProps<{
    /**
     * `act` is the one thing to do on a screen; `plain` the rest; `quiet` has no frame; `bad` can't be
     * undone.
     */
    kind?: 'act' | 'plain' | 'quiet' | 'bad'
    type?: 'button' | 'submit'
    busy?: boolean
    disabled?: boolean
  }>(),
  { kind: 'plain', type: 'button' },
)
</script>

<template>
  <button
    :type="type"
    :disabled="disabled || busy"
    :aria-busy="busy || undefined"
    class="inline-flex min-h-8 items-center justify-center gap-1.5 rounded-[5px] border px-2.5 py-1 text-[12.5px] font-semibold whitespace-nowrap disabled:opacity-55"
    :class="{
      'border-act bg-act text-on-act': kind === 'act',
      'border-rule bg-sheet text-ink hover:border-edge': kind === 'plain',
      'border-transparent text-ink-2 hover:text-ink': kind === 'quiet',
      'border-bad bg-sheet text-bad': kind === 'bad',
    }"
  >
    <LoaderCircle v-if="busy" :size="14" class="animate-spin" aria-hidden="true" />
    <slot />
  </button>
</template>
