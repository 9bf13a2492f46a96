<script setup lang="ts">
import * as words from '#shared/words'
import type { Wish } from '~/schedule/usePlacing'

/** Where a post is to stand: a place in line, a slot or a time, or now. */
const props = defineProps<{
  label: string
  /** Slots that are open, where one account is meant; a time stands for all. */
  open: { at: string }[] | null
}>()
const wish = defineModel<Wish>({ required: true })
const labels = words.placing
const times = useTimes()
const kinds = computed(() =>
  Object.entries(labels.kinds).filter(([kind]) => kind !== 'slot' || props.open !== null),
)
const kind = computed({
  get: () => wish.value.kind,
  set: (now) => (wish.value = { kind: now, at: now === 'slot' ? (props.open?.[0]?.at ?? null) : null }),
})
const time = computed({
  get: () => times.toField(wish.value.at),
  set: (typed: string) => (wish.value = { kind: 'time', at: times.fromField(typed) }),
})
const slot = computed({
  get: () => wish.value.at ?? '',
  set: (at: string) => (wish.value = { kind: 'slot', at: at || null }),
})
const slots = computed(() => {
  const known = props.open ?? []
  return wish.value.at && !known.some(({ at }) => at === wish.value.at)
    ? [{ at: wish.value.at }, ...known]
    : known
})
const field = 'min-w-0 w-full rounded border border-rule bg-sheet px-1 py-1 text-small text-ink'
</script>

<template>
  <span class="grid min-w-0 gap-1">
    <select v-model="kind" :class="field" :aria-label="label">
      <option v-for="[value, name] in kinds" :key="value" :value="value">{{ name }}</option>
    </select>
    <select v-if="wish.kind === 'slot'" v-model="slot" :class="field" :aria-label="words.move.slot">
      <option v-if="slots.length === 0" value="">{{ labels.noOpen }}</option>
      <option v-for="place in slots" :key="place.at" :value="place.at">
        {{ times.shortDayTime(place.at) }}
      </option>
    </select>
    <MomentField
      v-if="wish.kind === 'time'"
      v-model="time"
      :label="words.move.time"
      is-label-hidden
      :offers="(open ?? []).map(({ at }) => times.toField(at))"
    />
  </span>
</template>
