<script setup lang="ts">
import { AlignJustify, Image, Rows3 } from '@lucide/vue'
import * as words from '#shared/words'
import { useDensity } from './useDensity'

const { density, densities } = useDensity()
const ICONS = { lines: AlignJustify, rows: Rows3, cards: Image }
</script>

<template>
  <div class="flex" role="group" :aria-label="words.wire.density">
    <button
      v-for="one in densities"
      :key="one"
      type="button"
      class="grid size-[26px] place-items-center rounded"
      :class="density === one ? 'bg-well text-ink' : 'text-ink-3 hover:text-ink'"
      :aria-pressed="density === one"
      :aria-label="words.wire.densities[one]"
      :title="words.wire.densities[one]"
      @click="density = one"
    >
      <component :is="ICONS[one]" :size="15" aria-hidden="true" />
    </button>
  </div>
</template>
