<script setup lang="ts">
import { Plus } from '@lucide/vue'
import * as words from '#shared/words'
import { sortedSlots, type PlannedSlot } from './timetables'
import SlotChip from './SlotChip.vue'

defineProps<{ readOnly: boolean }>()
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

function add(weekday: number): void {
  const last = slots.value.filter((slot) => slot.weekday === weekday).at(-1)
  const hour = last ? Math.min(23, Number(last.time.slice(0, 2)) + 2) : 9
  slots.value = sortedSlots([
    ...slots.value,
    { weekday, time: `${String(hour).padStart(2, '0')}:00`, use: 'any', pillarId: null },
  ])
  void takeFocus(weekday)
}
const week = ref<HTMLElement | null>(null)
const takeFocus = useTypingOver(week)
const change = (slot: PlannedSlot, now: PlannedSlot): void =>
  void (slots.value = sortedSlots(slots.value.map((known) => (known === slot ? now : known))))
const remove = (slot: PlannedSlot): void => void (slots.value = slots.value.filter((known) => known !== slot))
</script>

<template>
  <ul
    ref="week"
    class="grid grid-cols-7 border border-rule bg-sheet max-column:grid-cols-2"
    :aria-label="words.timetable.week"
  >
    <li v-for="day in days" :key="day.weekday" class="min-w-0 border-r border-rule last:border-r-0">
      <p
        class="flex items-center justify-between border-b border-rule bg-paper py-1 pr-1 pl-2.5 text-small font-semibold"
      >
        {{ day.short }}
        <button
          v-if="!readOnly"
          type="button"
          class="grid size-6 place-items-center text-ink-2 hover:text-ink"
          :aria-label="labels.addTimeOn(day.name)"
          @click="add(day.weekday)"
        >
          <Plus :size="13" aria-hidden="true" />
        </button>
      </p>
      <div class="grid min-h-24 content-start gap-1.5 p-1.5">
        <SlotChip
          v-for="(slot, at) in day.slots"
          :key="at"
          :planned="slot"
          :day="day.name"
          :read-only="readOnly"
          @change="change(slot, $event)"
          @remove="remove(slot)"
        />
        <p v-if="day.slots.length === 0" class="px-1 text-tiny text-ink-3">{{ labels.emptyDay }}</p>
      </div>
    </li>
  </ul>
</template>
