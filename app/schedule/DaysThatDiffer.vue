<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import * as words from '#shared/words'
import type { ExceptDraft } from './useTimetable'
import { addDays } from '~/base/localTime'

defineProps<{ readOnly: boolean }>()
const days = defineModel<ExceptDraft[]>({ required: true })
const labels = words.timetable
const clock = useClockStore()
const times = useTimes()
function add(): void {
  const last = days.value.at(-1)?.date ?? times.moment(clock.now).date
  days.value = [...days.value, { date: addDays(last, 1), action: 'none', times: '' }]
}
const remove = (at: number): void => void (days.value = days.value.filter((_, index) => index !== at))
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
      <input
        v-if="day.action !== 'none'"
        v-model="day.times"
        :class="field"
        class="col-span-2"
        :aria-label="labels.times"
        :placeholder="labels.times"
        :disabled="readOnly"
      />
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
