<script setup lang="ts">
import { X } from '@lucide/vue'
import type { Offset } from '#core/schedule/types'
import type { Echo } from '#shared/schedule/types'
import * as words from '#shared/words'

/**
 * The same post again: this evening, next week, several times; each in a wording of its own where there are
 * several.
 */
const props = defineProps<{
  wordings: number
  /** The account that these are of, where they are of one alone. */
  on?: string
}>()
const echoes = defineModel<Echo[]>({ required: true })
const labels = words.placing
const READY: Record<'evening' | 'twoDays' | 'week' | 'month', Offset> = {
  evening: { hours: 8 },
  twoDays: { days: 2 },
  week: { weeks: 1 },
  month: { weeks: 4 },
}
const kind = ref<'' | keyof typeof labels.echoes>('')
const count = ref<number | string>(3)
const amount = ref<number | string>(4)
const unit = ref<'hours' | 'days' | 'weeks'>('days')

const nextWording = (): number => (props.wordings > 1 ? (echoes.value.length + 1) % props.wordings : 0)
const hoursOf = ({ hours = 0, days = 0, weeks = 0 }: Offset): number => hours + 24 * (days + 7 * weeks)
function add(after: Offset): void {
  if (hoursOf(after) < 1 || echoes.value.some((echo) => hoursOf(echo.after) === hoursOf(after))) return
  echoes.value = [...echoes.value, { after, wording: nextWording() }].sort(
    (a, b) => hoursOf(a.after) - hoursOf(b.after),
  )
}
watch(kind, (now) => {
  if (now === '' || now === 'spread' || now === 'own') return
  add(READY[now])
  kind.value = ''
})
function addTyped(): void {
  const size = Number(amount.value)
  const times = kind.value === 'spread' ? Number(count.value) - 1 : 1
  if (!Number.isInteger(size) || size < 1 || !Number.isInteger(times) || times < 1 || times > 12) return
  for (let at = 1; at <= times; at++) add({ [unit.value]: size * at })
  kind.value = ''
}
const remove = (at: number): void => void (echoes.value = echoes.value.filter((_, index) => index !== at))
const setWording = (at: number, wording: number): void =>
  void (echoes.value = echoes.value.map((echo, index) => (index === at ? { ...echo, wording } : echo)))
const nameOf = ({ after }: Echo): string =>
  labels.after(
    hoursOf(after) % 24 === 0 ? 0 : hoursOf(after),
    hoursOf(after) % 24 === 0 ? hoursOf(after) / 24 : 0,
  )
const field = 'min-w-0 rounded border border-rule bg-sheet px-1 py-1 text-small text-ink'
</script>

<template>
  <div class="grid gap-1">
    <div v-for="(echo, at) in echoes" :key="at" class="flex items-center gap-1 text-small">
      <span class="grow">{{ nameOf(echo) }}</span>
      <select
        v-if="wordings > 1"
        :value="echo.wording"
        :class="field"
        :aria-label="labels.wordingOf(nameOf(echo))"
        @change="setWording(at, Number(($event.target as HTMLSelectElement).value))"
      >
        <option v-for="n in wordings" :key="n" :value="n - 1">{{ labels.wording(n - 1) }}</option>
      </select>
      <button
        type="button"
        class="grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="labels.removeEcho(nameOf(echo))"
        @click="remove(at)"
      >
        <X :size="12" aria-hidden="true" />
      </button>
    </div>
    <select v-model="kind" :class="field" :aria-label="on ? labels.againOn(on) : labels.addEcho">
      <option value="">
        {{ echoes.length === 0 ? (on ? labels.againNever : labels.none) : labels.addEcho }}
      </option>
      <option v-for="(label, name) in labels.echoes" :key="name" :value="name">{{ label }}</option>
    </select>
    <div v-if="kind === 'spread' || kind === 'own'" class="flex flex-wrap items-center gap-1 text-small">
      <template v-if="kind === 'spread'"
        ><input
          v-model="count"
          inputmode="numeric"
          :class="field"
          class="w-10"
          :aria-label="words.timetable.howMany"
        />
        {{ labels.times }}</template
      >
      <input v-model="amount" inputmode="numeric" :class="field" class="w-10" :aria-label="labels.amount" />
      <select v-model="unit" :class="field" :aria-label="labels.unitLabel">
        <option v-for="(label, name) in labels.unit" :key="name" :value="name">{{ label }}</option>
      </select>
      <PlainButton @click="addTyped">{{ words.timetable.putIn }}</PlainButton>
    </div>
  </div>
</template>
