<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import * as words from '#shared/words'
import type { ExceptDraft } from './useTimetable'
import { readTime, withTyped, type PlannedSlot } from './timetables'
import SlotChip from './SlotChip.vue'
import { addDays } from '~/base/localTime'

defineProps<{ readOnly: boolean }>()
const days = defineModel<ExceptDraft[]>({ required: true })
const labels = words.timetable
const clock = useClockStore()
const times = useTimes()
function add(): void {
  const last = days.value.at(-1)?.date ?? times.moment(clock.now).date
  days.value = [...days.value, { date: addDays(last, 1), action: 'none', slots: [], typed: '' }]
}
const remove = (at: number): void => void (days.value = days.value.filter((_, index) => index !== at))
/** What was typed becomes slots; what is no time stays to be mended. */
function take(day: ExceptDraft): void {
  const all = withTyped(day.slots, day.typed)
  day.slots = all.slots.filter(({ time }) => readTime(time) !== null)
  day.typed = all.rest
}
const planned = (slot: ExceptDraft['slots'][number]): PlannedSlot => ({ ...slot, weekday: 0 })
function change(day: ExceptDraft, from: string, { time, use, pillarId }: PlannedSlot): void {
  const others = day.slots.filter((slot) => slot.time !== from && slot.time !== time)
  day.slots = [...others, { time, use, pillarId }].sort((a, b) => a.time.localeCompare(b.time))
}
const nameOf = (date: string): string => (date ? times.dateMonth(date) : labels.newDay)
const field = 'min-w-0 rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink'
</script>

<template>
  <section :aria-label="labels.except" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.except }}</h2>
    <div
      v-for="(day, at) in days"
      :key="at"
      class="grid grid-cols-[minmax(0,1fr)_auto] gap-1.5 rounded border border-rule bg-sheet p-1.5"
    >
      <MomentField v-model="day.date" day-only :label="labels.date" is-label-hidden :disabled="readOnly" />
      <button
        v-if="!readOnly"
        type="button"
        class="grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="labels.removeRow"
        @click="remove(at)"
      >
        <X :size="12" aria-hidden="true" />
      </button>
      <select
        v-model="day.action"
        :class="field"
        class="col-span-2"
        :aria-label="labels.actionLabel"
        :disabled="readOnly"
      >
        <option v-for="(label, kind) in labels.action" :key="kind" :value="kind">{{ label }}</option>
      </select>
      <template v-if="day.action !== 'none'">
        <ul v-if="day.slots.length > 0" class="col-span-2 grid grid-cols-2 gap-1.5">
          <li v-for="slot in day.slots" :key="slot.time">
            <SlotChip
              :planned="planned(slot)"
              :day="nameOf(day.date)"
              :read-only="readOnly"
              @change="change(day, slot.time, $event)"
              @remove="day.slots = day.slots.filter(({ time }) => time !== slot.time)"
            />
          </li>
        </ul>
        <input
          v-if="!readOnly"
          v-model="day.typed"
          :class="field"
          class="col-span-2"
          :aria-label="labels.times"
          :placeholder="labels.times"
          @change="take(day)"
          @keydown.enter.prevent="take(day)"
        />
      </template>
    </div>
    <p v-if="days.length === 0" class="text-small text-ink-3">{{ labels.exceptHint }}</p>
    <button
      v-if="!readOnly"
      type="button"
      class="inline-flex min-h-6 items-center gap-1 justify-self-start text-small font-semibold text-act"
      @click="add"
    >
      <Plus :size="13" aria-hidden="true" />{{ labels.addDay }}
    </button>
  </section>
</template>
