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
      v-for="choice in densities"
      :key="choice"
      type="button"
      class="grid size-[26px] place-items-center rounded"
      :class="density === choice ? 'bg-well text-ink' : 'text-ink-3 hover:text-ink'"
      :aria-pressed="density === choice"
      :aria-label="words.wire.densities[choice]"
      :title="words.wire.densities[choice]"
      @click="density = choice"
    >
      <component :is="ICONS[choice]" :size="15" aria-hidden="true" />
    </button>
  </div>
</template>
