<script setup lang="ts">
import type { HolidaysView } from '#shared/almanac/types'
import * as words from '#shared/words'
import { withTyped } from '~/schedule/timetables'

/** What a timetable does on public holidays: as ever, nothing, or other times. */
const props = defineProps<{ readOnly: boolean }>()
const wish = defineModel<HolidaysView | null>({ required: true })
const labels = words.almanac.timetable
const typed = ref('')
const action = computed({
  get: () => wish.value?.action ?? 'ever',
  set: (value: string) => {
    wish.value =
      value === 'ever'
        ? null
        : {
            action: value as HolidaysView['action'],
            slots: value === 'replace' ? (wish.value?.slots ?? []) : [],
          }
  },
})
const choices = [
  { value: 'ever', label: labels.asEver },
  { value: 'none', label: labels.none },
  { value: 'replace', label: labels.replace },
]
watch(
  () => wish.value?.slots,
  (slots) => (typed.value = (slots ?? []).map(({ time }) => time).join(' ')),
  { immediate: true },
)
/**
 * Times that are typed become slots, and what is no time as well, so that one is told; those that stay keep
 * what they are for.
 */
function take(): void {
  if (!wish.value) return
  const known = new Map(wish.value.slots.map((slot) => [slot.time, slot]))
  const slots = withTyped([], typed.value).slots.map((slot) => known.get(slot.time) ?? slot)
  wish.value = { ...wish.value, slots }
}
</script>

<template>
  <section :aria-label="labels.title" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.title }}</h2>
    <select
      v-model="action"
      :aria-label="labels.label"
      :disabled="props.readOnly"
      class="min-w-0 rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink"
    >
      <option v-for="choice in choices" :key="choice.value" :value="choice.value">{{ choice.label }}</option>
    </select>
    <input
      v-if="wish?.action === 'replace'"
      v-model="typed"
      :disabled="props.readOnly"
      class="min-w-0 rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink"
      :aria-label="words.timetable.times"
      :placeholder="words.timetable.times"
      @change="take"
      @keydown.enter.prevent="take"
    />
    <p class="text-small text-ink-3">
      {{ labels.hint }}
      <NuxtLink to="/almanac" class="font-semibold text-act underline-offset-2 hover:underline">{{
        labels.toAlmanac
      }}</NuxtLink>
    </p>
  </section>
</template>
