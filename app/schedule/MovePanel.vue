<script setup lang="ts">
import type { Card, ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import type { MoveTo } from '#core/schedule/moves'
import { type Move, useScheduleStore } from './scheduleStore'
import type { PlanTrial } from './usePlanTrial'
import type { MoveTrial } from './workers/plan'
import PlanChangeList from './PlanChangeList.vue'

/** All ways to move a card without dragging it; what would happen stands there before item does it. */
const props = defineProps<{ card: Card; view: ScheduleView; plan: PlanTrial }>()
const emit = defineEmits<{ done: [] }>()
const labels = words.move
const brand = useBrandStore()
const schedule = useScheduleStore()
const notices = useNoticesStore()
const times = useTimes()
const kind = ref<'' | keyof typeof labels.kinds>('')
const slot = ref('')
const time = ref('')
const other = ref('')
const trial = shallowRef<MoveTrial | null>(null)
const busy = ref(false)

const line = computed(() =>
  (props.plan.base.value?.lines ?? []).filter(({ accountId }) => accountId === props.card.accountId),
)
const at = computed(() => line.value.findIndex(({ id }) => id === props.card.queueItemId))
const open = computed(() => props.view.open.filter(({ accountId }) => accountId === props.card.accountId))
const others = computed(() => line.value.filter(({ id }) => id !== props.card.queueItemId))
const accounts = computed(() => (brand.view?.accounts ?? []).filter(({ id }) => id !== props.card.accountId))
const kinds = computed(() =>
  Object.entries(labels.kinds)
    .filter(([name]) => {
      if (name === 'line') return props.card.isFixed
      if (name === 'earlier') return at.value > 0
      if (name === 'later') return at.value >= 0 && at.value < line.value.length - 1
      if (name === 'slot') return open.value.length > 0
      if (name === 'swap') return others.value.length > 0
      return name !== 'account' || accounts.value.length > 0
    })
    .map(([value, label]) => ({ value, label })),
)
const move = computed((): Move | null => {
  if (!props.card.queueItemId || kind.value === '') return null
  const of = (to: MoveTo, accountId: string | null = null): Move => ({
    queueItemId: props.card.queueItemId!,
    to,
    accountId,
  })
  const neighbour = (step: number): string | undefined => line.value[at.value + step]?.id
  switch (kind.value) {
    case 'first':
    case 'last':
    case 'line':
      return of({ kind: kind.value })
    case 'earlier':
      return neighbour(-1) ? of({ kind: 'before', id: neighbour(-1)! }) : null
    case 'later':
      return neighbour(1) ? of({ kind: 'after', id: neighbour(1)! }) : null
    case 'slot':
      return slot.value ? of({ kind: 'slot', at: slot.value }) : null
    case 'time': {
      const at = times.fromField(time.value)
      return at ? of({ kind: 'time', at }) : null
    }
    case 'swap':
      return other.value ? of({ kind: 'swap', id: other.value }) : null
    default:
      return other.value ? of({ kind: 'last' }, other.value) : null
  }
})
watch(kind, () => {
  other.value = ''
  slot.value = open.value[0]?.at ?? ''
})
watch(
  () => props.card.id,
  () => (kind.value = ''),
)
watch(
  () => JSON.stringify(move.value),
  async (now) => {
    trial.value = null
    const found = move.value ? await props.plan.tryMove(move.value) : null
    if (now === JSON.stringify(move.value)) trial.value = found
  },
)
const outcome = computed(() => {
  if (!trial.value) return ''
  if (trial.value.at === null) return labels.noPlace(trial.value.message)
  return labels.goes(times.dayTime(trial.value.at))
})
const over = computed(() => Object.entries(trial.value?.over ?? {}))
const textOf = (id: string): string => line.value.find((item) => item.id === id)?.text.slice(0, 40) ?? ''
async function act(): Promise<void> {
  await props.plan.settled()
  const version = props.plan.base.value?.version
  if (!move.value || !version || busy.value) return
  busy.value = true
  try {
    await schedule.move(move.value, version)
    kind.value = ''
    emit('done')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
const change = computed(() => ({
  moved: (trial.value?.moved ?? []).map((item) => ({
    ...item,
    text: line.value.find(({ id }) => id === item.id)?.text ?? '',
  })),
  lost: [],
}))
</script>

<template>
  <form class="grid gap-2" novalidate @submit.prevent="act">
    <h3 class="text-small font-semibold text-ink-2">{{ labels.title }}</h3>
    <ChoiceField
      v-model="kind"
      :label="labels.choose"
      :choices="[{ value: '', label: labels.nothing }, ...kinds]"
    />
    <ChoiceField
      v-if="kind === 'slot'"
      v-model="slot"
      :label="labels.slot"
      :choices="open.map((item) => ({ value: item.at, label: times.shortDayTime(item.at) }))"
    />
    <MomentField
      v-if="kind === 'time'"
      v-model="time"
      :label="labels.time"
      :offers="open.map((item) => times.toField(item.at))"
    />
    <ChoiceField
      v-if="kind === 'swap'"
      v-model="other"
      :label="labels.with"
      :choices="[
        { value: '', label: '–' },
        ...others.map((item) => ({ value: item.id, label: item.text.slice(0, 60) })),
      ]"
    />
    <ChoiceField
      v-if="kind === 'account'"
      v-model="other"
      :label="labels.account"
      :choices="[
        { value: '', label: '–' },
        ...accounts.map((item) => ({ value: item.id, label: item.name })),
      ]"
    />
    <template v-if="trial">
      <p :class="trial.at ? 'font-semibold' : 'text-bad'" data-testid="move-outcome">{{ outcome }}</p>
      <p v-for="[id, day] in over" :key="id" class="text-small text-warn">
        {{ labels.speaksOf(day, id === card.queueItemId ? '' : textOf(id)) }}
      </p>
      <p v-if="trial.at && change.moved.length === 0" class="text-small text-ink-2">{{ labels.noneMoves }}</p>
      <PlanChangeList v-else-if="change.moved.length > 0" :change="change" :most="5" />
    </template>
    <div v-if="kind !== ''">
      <PlainButton
        kind="act"
        type="submit"
        :busy="busy"
        :disabled="!trial || (trial.at === null && ['slot', 'time'].includes(kind))"
        >{{ labels.act }}</PlainButton
      >
    </div>
  </form>
</template>
