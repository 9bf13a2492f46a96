<script setup lang="ts">
import type { Card } from '#shared/api'
import { words } from '#shared/words'

const props = defineProps<{ card: Card; account?: string }>()
const emit = defineEmits<{ open: [] }>()
const times = useTimes()
const brand = useBrandStore()
// The link and the title below the comment say nothing on so small a card.
const comment = computed(() => props.card.text.split('\n\n')[0])
const isBad = computed(() => ['not-sent', 'trying-again', 'unknown'].includes(props.card.state))
</script>

<template>
  <button
    type="button"
    class="block w-full rounded-[4px] border border-l-[3px] px-2 py-1 text-left hover:border-edge"
    :class="[card.state === 'sent' ? 'bg-paper' : 'bg-sheet', isBad ? 'border-bad' : 'border-rule']"
    :style="{ borderLeftColor: isBad ? undefined : brand.pillarInk(card.pillarId) }"
    :data-state="card.state"
    @click="emit('open')"
  >
    <span class="block text-tiny text-ink-2">
      {{ times.time(card.at) }}
      <template v-if="account"> · {{ account }}</template>
      <b v-if="card.state !== 'lined-up'" class="ml-1 font-semibold" :class="isBad ? 'text-bad' : 'text-ok'"> {{ words.schedule.states[card.state] }}</b>
    </span>
    <span class="serif line-clamp-3 text-[13.5px] leading-[1.22] font-medium" :class="card.state === 'sent' ? 'text-ink-2' : ''" dir="auto">{{ comment }}</span>
  </button>
</template>
