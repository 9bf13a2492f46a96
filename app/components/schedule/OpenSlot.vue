<script setup lang="ts">
import { words } from '#shared/words'

defineProps<{ at: string; says: string; account?: string }>()
const times = useTimes()
</script>

<template>
  <div class="rounded-[4px] border border-dashed border-edge px-2 py-[3px] text-tiny text-ink-2" :title="says">
    {{ times.time(at) }} · {{ words.schedule.open }}<template v-if="account"> · {{ account }}</template>
  </div>
</template>
