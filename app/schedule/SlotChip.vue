<script setup lang="ts">
import { X } from '@lucide/vue'
import * as words from '#shared/words'
import { readTime, type PlannedSlot } from './timetables'

const props = defineProps<{ planned: PlannedSlot; day: string; readOnly: boolean }>()
const emit = defineEmits<{ change: [slot: PlannedSlot]; remove: [] }>()
const labels = words.timetable
const brand = useBrandStore()
const ink = computed(() =>
  props.planned.use === 'pillar' ? brand.pillarInk(props.planned.pillarId) : 'var(--rule)',
)
const typed = ref(props.planned.time)
watch(
  () => props.planned.time,
  (time) => (typed.value = time),
)
function setTime(): void {
  const time = readTime(typed.value)
  // What is no time is put back to what it was.
  typed.value = time ?? props.planned.time
  if (time && time !== props.planned.time) emit('change', { ...props.planned, time })
}
const use = computed({
  get: () => (props.planned.use === 'pillar' ? (props.planned.pillarId ?? 'any') : props.planned.use),
  set: (now) => {
    const isPlain = now === 'any' || now === 'free'
    emit('change', { ...props.planned, use: isPlain ? now : 'pillar', pillarId: isPlain ? null : now })
  },
})
</script>

<template>
  <div
    class="rounded-[4px] border border-l-[3px] border-rule"
    :class="planned.use === 'free' ? 'border-dashed bg-transparent' : 'bg-sheet'"
    :style="{ borderLeftColor: ink }"
  >
    <div class="flex items-center">
      <input
        v-model="typed"
        inputmode="numeric"
        maxlength="5"
        :disabled="readOnly"
        :aria-label="words.account.timeOn(day)"
        class="w-full min-w-0 bg-transparent px-2 py-0.5 text-small font-semibold"
        @change="setTime"
        @keydown.enter.prevent="setTime"
      />
      <button
        v-if="!readOnly"
        type="button"
        class="grid size-6 shrink-0 place-items-center text-ink-3 hover:text-bad"
        :aria-label="words.account.removeTime(planned.time, day)"
        @click="emit('remove')"
      >
        <X :size="11" aria-hidden="true" />
      </button>
    </div>
    <select
      v-model="use"
      :disabled="readOnly"
      class="w-full appearance-none truncate bg-transparent px-2 pb-1 text-tiny text-ink-2"
      :aria-label="labels.useOf(planned.time, day)"
    >
      <option value="any">{{ labels.uses.any }}</option>
      <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.id">
        {{ pillar.name }}
      </option>
      <option value="free">{{ labels.uses.free }}</option>
    </select>
  </div>
</template>
