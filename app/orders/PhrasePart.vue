<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import * as words from '#shared/words'

/**
 * A piece of a sentence that opens what it is made of, with the words before and behind it. What opens
 * stands under its line, at the beginning, where there is room. `wrong`: something in it can't stay so.
 */
const props = defineProps<{
  phrase: string
  title: string
  before?: string
  after?: string
  wrong?: boolean
}>()
const label = computed(() => `${props.title}: ${props.phrase}`)
</script>

<template>
  <template v-if="before">{{ `${before} ` }}</template>
  <Popover v-slot="{ open }" as="span">
    <!-- No button of the browser's own: that would not break within a line. -->
    <PopoverButton
      as="span"
      role="button"
      tabindex="0"
      class="cursor-pointer underline decoration-dashed decoration-1 underline-offset-4"
      :class="[wrong ? 'text-bad' : 'text-act', open ? 'bg-well' : '']"
      :aria-label="label"
      :title="words.orders.change(title)"
      >{{ phrase }}</PopoverButton
    >
    <PopoverPanel
      focus
      :class="[
        'absolute top-full left-0 z-30 mt-1.5 block w-[340px] max-w-[86vw] rounded-lg',
        'border border-rule bg-sheet',
        'max-column:fixed max-column:inset-x-3 max-column:top-auto max-column:bottom-20',
        'max-column:w-auto max-column:max-w-none',
        'p-3.5 font-sans text-base leading-normal tracking-normal text-ink shadow-(--lift)',
      ]"
    >
      <div class="-m-1 grid max-h-[54vh] gap-3 overflow-y-auto p-1" role="group" :aria-label="title">
        <slot />
      </div>
    </PopoverPanel>
  </Popover>
  <template v-if="after">{{ after }}</template>
</template>
