<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { CircleQuestionMark } from '@lucide/vue'
import * as words from '#shared/words'

/** `help`: what the screen is for, where its own words are first met. */
defineProps<{ title: string; detail?: string; help?: string }>()
</script>

<template>
  <header
    class="flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3.5 py-2"
  >
    <div class="relative flex items-center gap-1">
      <h1 class="serif text-name font-medium tracking-[-0.2px]">{{ title }}</h1>
      <Popover v-if="help" class="flex">
        <PopoverButton
          class="grid size-6 place-items-center rounded-full text-ink-3 hover:text-ink"
          :aria-label="words.glossary.whatIsThis"
          :title="words.glossary.whatIsThis"
        >
          <CircleQuestionMark :size="14" aria-hidden="true" />
        </PopoverButton>
        <PopoverPanel
          :class="[
            'absolute top-full left-0 z-30 mt-1 w-[320px] rounded-lg border border-rule bg-sheet',
            'p-3.5 text-base text-ink shadow-(--lift)',
          ]"
          >{{ help }}</PopoverPanel
        >
      </Popover>
    </div>
    <p v-if="detail" class="text-ink-2">{{ detail }}</p>
    <slot />
  </header>
</template>
