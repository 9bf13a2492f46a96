<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import * as words from '#shared/words'
import type { ExceptDraft } from './useTimetable'
import { addDays } from '~/base/localTime'

defineProps<{ readOnly: boolean }>()
const days = defineModel<ExceptDraft[]>({ required: true })
const says = words.timetable
const clock = useClockStore()
const times = useTimes()
function add(): void {
  const last = days.value.at(-1)?.date ?? times.moment(clock.now).date
  days.value = [...days.value, { date: addDays(last, 1), does: 'none', times: '' }]
}
const remove = (at: number): void => void (days.value = days.value.filter((_, index) => index !== at))
const field = 'min-w-0 rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink'
</script>

<template>
  <section :aria-label="says.except" class="grid gap-1.5">
    <h2 class="part-name">{{ says.except }}</h2>
    <div
      v-for="(day, at) in days"
      :key="at"
      class="grid grid-cols-[minmax(0,1fr)_auto] gap-1.5 rounded border border-rule bg-sheet p-1.5"
    >
      <MomentField v-model="day.date" day-only :label="says.date" is-label-hidden :disabled="readOnly" />
      <button
        v-if="!readOnly"
        type="button"
        class="grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="says.removeRow"
        @click="remove(at)"
      >
        <X :size="12" aria-hidden="true" />
      </button>
      <select
        v-model="day.does"
        :class="field"
        class="col-span-2"
        :aria-label="says.doesLabel"
        :disabled="readOnly"
      >
        <option v-for="(label, kind) in says.does" :key="kind" :value="kind">{{ label }}</option>
      </select>
      <input
        v-if="day.does !== 'none'"
        v-model="day.times"
        :class="field"
        class="col-span-2"
        :aria-label="says.times"
        :placeholder="says.times"
        :disabled="readOnly"
      />
    </div>
    <p v-if="days.length === 0" class="text-small text-ink-3">{{ says.exceptHint }}</p>
    <button
      v-if="!readOnly"
      type="button"
      class="inline-flex min-h-6 items-center gap-1 justify-self-start text-small font-semibold text-act"
      @click="add"
    >
      <Plus :size="13" aria-hidden="true" />{{ says.addDay }}
    </button>
  </section>
</template>
