<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import * as words from '#shared/words'
import { readTime, type PlannedSlot } from './timetables'

const slots = defineModel<PlannedSlot[]>({ required: true })
const labels = words.account
const days = computed(() =>
  labels.days.map((name, at) => ({
    name,
    short: labels.shortDays[at]!,
    weekday: at + 1,
    slots: slots.value.filter((slot) => slot.weekday === at + 1),
  })),
)

const sorted = (list: PlannedSlot[]): PlannedSlot[] =>
  [...list].sort((a, b) => a.weekday - b.weekday || a.time.localeCompare(b.time))
function add(weekday: number): void {
  const last = slots.value.filter((slot) => slot.weekday === weekday).at(-1)
  const hour = last ? Math.min(23, Number(last.time.slice(0, 2)) + 2) : 9
  slots.value = sorted([
    ...slots.value,
    { weekday, time: `${String(hour).padStart(2, '0')}:00`, use: 'any', pillarId: null },
  ])
  void takeFocus(weekday)
}
const week = ref<HTMLElement | null>(null)
const takeFocus = useTypingOver(week)
const remove = (slot: PlannedSlot): void => void (slots.value = slots.value.filter((known) => known !== slot))
function change(slot: PlannedSlot, field: HTMLInputElement): void {
  const time = readTime(field.value)
  // What is no time is put back to what it was.
  field.value = time ?? slot.time
  if (time) slots.value = sorted(slots.value.map((known) => (known === slot ? { ...slot, time } : known)))
}
</script>

<template>
  <ul ref="week" class="divide-y divide-rule rounded-md border border-rule" :aria-label="labels.timetable">
    <li
      v-for="day in days"
      :key="day.weekday"
      class="grid grid-cols-[40px_1fr_auto] items-center gap-2 px-2.5 py-1.5"
    >
      <b class="text-small font-semibold">{{ day.short }}</b>
      <span class="flex flex-wrap gap-1">
        <span
          v-for="(slot, at) in day.slots"
          :key="at"
          class="flex items-center rounded border border-rule bg-paper"
        >
          <input
            :value="slot.time"
            inputmode="numeric"
            maxlength="5"
            :aria-label="labels.timeOn(day.name)"
            class="w-12 bg-transparent px-1.5 py-px text-small"
            @change="change(slot, $event.target as HTMLInputElement)"
          />
          <button
            type="button"
            class="grid size-6 place-items-center text-ink-3 hover:text-bad"
            :aria-label="labels.removeTime(slot.time, day.name)"
            @click="remove(slot)"
          >
            <X :size="11" aria-hidden="true" />
          </button>
        </span>
        <span v-if="day.slots.length === 0" class="text-small text-ink-3">{{ labels.emptyDay }}</span>
      </span>
      <button
        type="button"
        class="p-1 text-ink-2 hover:text-ink"
        :aria-label="labels.addTimeOn(day.name)"
        :title="labels.addTime"
        @click="add(day.weekday)"
      >
        <Plus :size="14" aria-hidden="true" />
      </button>
    </li>
  </ul>
</template>
