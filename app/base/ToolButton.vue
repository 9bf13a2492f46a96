<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'

/** A small tool that is an icon: its label is read out and shown as a hint. */
const props = defineProps<{
  label: string
  disabled?: boolean
  /** Where it leads within the application, or outside in another tab. */
  to?: RouteLocationRaw
  href?: string
}>()
const NuxtLink = resolveComponent('NuxtLink')
const own = computed(() => {
  if (props.to) return { to: props.to }
  return props.href
    ? { href: props.href, target: '_blank', rel: 'noopener noreferrer' }
    : { type: 'button', disabled: props.disabled }
})
</script>

<template>
  <component
    :is="to ? NuxtLink : href ? 'a' : 'button'"
    v-bind="own"
    class="grid size-[26px] place-items-center rounded text-ink-2 hover:bg-well hover:text-ink"
    :class="disabled ? 'opacity-40 hover:bg-transparent' : ''"
    :aria-label="label"
    :title="label"
    ><slot
  /></component>
</template>
