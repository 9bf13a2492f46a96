<script setup lang="ts">
import { LoaderCircle } from '@lucide/vue'
import type { RouteLocationRaw } from 'vue-router'

const props = withDefaults(
  defineProps<{
    /**
     * `act` is the one thing to do on a screen; `plain` the rest; `quiet` has no frame; `bad` can't be
     * undone.
     */
    kind?: 'act' | 'plain' | 'quiet' | 'bad'
    /** Where it leads: then it is a link that looks like a button. */
    to?: RouteLocationRaw | null
    type?: 'button' | 'submit'
    busy?: boolean
    disabled?: boolean
  }>(),
  { kind: 'plain', type: 'button', to: null },
)
const NuxtLink = resolveComponent('NuxtLink')
const own = computed(() =>
  props.to === null
    ? {
        type: props.type,
        disabled: props.disabled || props.busy,
        'aria-busy': props.busy || undefined,
      }
    : { to: props.to },
)
</script>

<template>
  <component
    :is="to === null ? 'button' : NuxtLink"
    v-bind="own"
    :class="[
      'inline-flex min-h-8 items-center justify-center gap-1.5 rounded-[5px] border px-2.5 py-1',
      'text-[12.5px] font-semibold whitespace-nowrap disabled:opacity-55',
      {
        'border-act bg-act text-on-act': kind === 'act',
        'border-rule bg-sheet text-ink hover:border-edge': kind === 'plain',
        'border-transparent text-ink-2 hover:text-ink': kind === 'quiet',
        'border-bad bg-sheet text-bad': kind === 'bad',
      },
    ]"
  >
    <LoaderCircle v-if="busy" :size="14" class="animate-spin" aria-hidden="true" />
    <slot />
  </component>
</template>
