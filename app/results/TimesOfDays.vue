<script setup lang="ts">
import type { SuggestedTimesOf } from '#shared/results/types'
import * as words from '#shared/words'
import { amount } from './figures'

/** What is suggested for one kind of day, how much more that is expected to bring, and how sure it is. */
const props = defineProps<{
  kind: SuggestedTimesOf
  isDifferent: boolean
  isTaken: boolean
  mayTake: boolean
}>()
const emit = defineEmits<{ take: [taken: boolean] }>()
const labels = words.results.times
const DAYS = { weekdays: 5, weekend: 2 }
const found = computed(() => props.kind.found)
const isSame = computed(() => found.value?.times.map(({ time }) => time).join() === props.kind.slots.join())
const sentences = computed(() => {
  const one = found.value
  if (!one) return [labels.none]
  const by = labels.by(one.posts)
  if (!props.isDifferent)
    return [one.verdict === 'as good' && !isSame.value ? labels.asGood : labels.same, by]
  const [then, now, chance] = [amount(one.then), amount(one.now), labels.chance(one.byChance)]
  if (one.verdict === 'as good') return [labels.asGood, by]
  if (one.verdict === 'too few to say')
    return [labels.tooFew(then, now, chance), ...(one.needed === null ? [] : [labels.needed(one.needed)]), by]
  const more = one.now === 0 ? '' : `+${Math.round((one.then / one.now - 1) * 100)}%`
  const week = amount((one.then - one.now) * one.times.length * DAYS[props.kind.days])
  return [labels.better(then, now, more, week, chance), by]
})
</script>

<template>
  <section :aria-label="labels.names[kind.days]" class="rounded-lg border border-rule bg-sheet px-4 py-3">
    <h2 class="part-name">{{ labels.names[kind.days] }}</h2>
    <dl class="mt-2 grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4 gap-y-1.5">
      <dt class="text-small text-ink-3">{{ labels.now }}</dt>
      <dd class="tabular-nums" :class="kind.slots.length === 0 ? 'text-ink-3' : ''">
        {{ kind.slots.join(' · ') || labels.noSlots }}
      </dd>
      <template v-if="found && isDifferent">
        <dt class="text-small text-ink-3">{{ labels.then }}</dt>
        <dd class="flex flex-wrap gap-x-3">
          <b
            v-for="one in found.times"
            :key="one.time"
            class="font-semibold tabular-nums"
            :title="labels.each(one.time, amount(one.expected), amount(one.low), amount(one.high))"
            >{{ one.time }}</b
          >
        </dd>
      </template>
    </dl>
    <p v-for="sentence in sentences" :key="sentence" class="mt-1.5 max-w-[62ch] text-small text-ink-2">
      {{ sentence }}
    </p>
    <label v-if="mayTake && isDifferent" class="mt-2.5 flex items-center gap-2 text-small font-semibold">
      <input
        type="checkbox"
        :checked="isTaken"
        class="accent-(--act)"
        @change="emit('take', ($event.target as HTMLInputElement).checked)"
      />
      {{ labels.takeKind[kind.days] }}
    </label>
  </section>
</template>
