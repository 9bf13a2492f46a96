<script setup lang="ts">
import * as words from '#shared/words'
import { putIn, readTime, type PlannedSlot, type PutIn } from './timetables'

const props = defineProps<{ accountId: string }>()
const slots = defineModel<PlannedSlot[]>({ required: true })
const labels = words.timetable
const brand = useBrandStore()
const wish = reactive<PutIn>({
  kind: 'even',
  days: [1, 2, 3, 4, 5],
  count: 3,
  from: '08:30',
  to: '18:30',
  at: '12:30',
  dayFrom: 1,
  minutes: 20,
})
const others = computed(() => (brand.view?.accounts ?? []).filter(({ id }) => id !== props.accountId))
const other = ref('')
const kinds = computed(() =>
  Object.entries(labels.kinds).filter(([kind]) => kind !== 'account' || others.value.length > 0),
)
const isRight = computed(
  () =>
    (wish.kind === 'account' || wish.days.length > 0) &&
    [wish.from, wish.to, wish.at].every((time) => readTime(time) !== null) &&
    (wish.kind !== 'even' || (Number(wish.count) >= 1 && Number(wish.count) <= 24)) &&
    Number.isInteger(Number(wish.minutes)),
)
function toggle(day: number): void {
  wish.days = wish.days.includes(day)
    ? wish.days.filter((chosen) => chosen !== day)
    : [...wish.days, day].sort((a, b) => a - b)
}
function put(): void {
  const from = others.value.find(({ id }) => id === other.value) ?? others.value[0]
  const time = (text: string): string => readTime(text) ?? text
  const asked = {
    ...wish,
    count: Number(wish.count),
    minutes: Number(wish.minutes),
    from: time(wish.from),
    to: time(wish.to),
    at: time(wish.at),
  }
  slots.value = putIn(slots.value, asked, from?.slots ?? [])
}
const field = 'rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink'
</script>

<template>
  <fieldset class="flex flex-wrap items-center gap-x-2 gap-y-2 text-small text-ink-2">
    <legend class="sr-only">{{ labels.readyMade }}</legend>
    <select v-model="wish.kind" :class="field" :aria-label="labels.readyMade">
      <option v-for="[kind, label] in kinds" :key="kind" :value="kind">{{ label }}</option>
    </select>
    <template v-if="wish.kind === 'even'">
      <input
        v-model="wish.count"
        :class="field"
        class="w-11"
        inputmode="numeric"
        :aria-label="labels.howMany"
      />
      <label class="flex items-center gap-1"
        >{{ labels.from }} <input v-model="wish.from" :class="field" class="w-14" maxlength="5"
      /></label>
      <label class="flex items-center gap-1"
        >{{ labels.to }} <input v-model="wish.to" :class="field" class="w-14" maxlength="5"
      /></label>
    </template>
    <label v-if="wish.kind === 'at'" class="flex items-center gap-1"
      >{{ labels.at }} <input v-model="wish.at" :class="field" class="w-14" maxlength="5"
    /></label>
    <label v-if="wish.kind === 'day'" class="flex items-center gap-1"
      >{{ labels.dayFrom }}
      <select v-model="wish.dayFrom" :class="field">
        <option v-for="(day, at) in words.account.days" :key="day" :value="at + 1">{{ day }}</option>
      </select>
    </label>
    <template v-if="wish.kind === 'account'">
      <select v-model="other" :class="field" :aria-label="labels.account">
        <option v-for="(account, at) in others" :key="account.id" :value="at === 0 ? '' : account.id">
          {{ account.name }}
        </option>
      </select>
      <label class="flex items-center gap-1" :title="labels.laterHint"
        ><input v-model="wish.minutes" :class="field" class="w-14" inputmode="numeric" />
        {{ labels.later }}</label
      >
    </template>
    <span v-if="wish.kind !== 'account'" class="flex" role="group" :aria-label="labels.days">
      <button
        v-for="(day, at) in words.account.shortDays"
        :key="day"
        type="button"
        class="min-h-6 border border-l-0 border-edge px-1.5 text-tiny first:rounded-l first:border-l last:rounded-r"
        :class="wish.days.includes(at + 1) ? 'bg-act font-semibold text-on-act' : 'bg-sheet text-ink-2'"
        :aria-pressed="wish.days.includes(at + 1)"
        @click="toggle(at + 1)"
      >
        {{ day }}
      </button>
    </span>
    <PlainButton :disabled="!isRight" @click="put">{{ labels.putIn }}</PlainButton>
  </fieldset>
</template>
