<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { ChevronLeft, ChevronRight, Pause, TriangleAlert } from '@lucide/vue'
import * as words from '#shared/words'
import { SHEET_DRAG, useSheetDrag } from '~/schedule/useSheetDrag'
import { type HoldTarget, useScheduleStore } from '~/schedule/scheduleStore'
import { addDays } from '~/base/localTime'
import { entriesOf, isWanted, type SheetFilter } from '~/schedule/scheduleGrid'
import { ontoCard } from '~/schedule/sheetMoves'
import type { Card, ScheduleView } from '#shared/schedule/types'
import type { MoveTo } from '#core/schedule/moves'
import { usePlanTrial } from '~/schedule/usePlanTrial'
import SheetFilters from '~/schedule/SheetFilters.vue'
import DayList from '~/schedule/DayList.vue'
import AccountSheet from '~/schedule/AccountSheet.vue'
import CardDialog from '~/schedule/CardDialog.vue'

const LazyAheadList = defineAsyncComponent(() => import('~/schedule/AheadList.vue'))
const LazyQueueOrder = defineAsyncComponent(() => import('~/schedule/QueueOrder.vue'))
const LazyHoldDialog = defineAsyncComponent(() => import('~/schedule/HoldDialog.vue'))

type Shift = 'earlier' | 'later' | 'dayBefore' | 'dayAfter'

useHead({ title: `${words.schedule.title} · ${words.frame.product}` })
const labels = words.schedule
const schedule = useScheduleStore()
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const route = useRoute()
const router = useRouter()
const openId = ref<string | null>(null)
const isPhone = useMediaQuery('(max-width: 719.98px)')
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')

onMounted(() => {
  const from = asked('from')
  if (/^\d{4}-\d\d-\d\d$/.test(from)) void schedule.open(from)
  const held = asked('hold')
  if (held) holding.value = held === 'brand' ? { kind: 'brand' } : { kind: 'account', id: held }
})
const face = ref<'sheet' | 'ahead'>(asked('face') === 'ahead' ? 'ahead' : 'sheet')
const alone = ref<string | null>(asked('account') || null)
const filter = ref<SheetFilter>({ pillar: '', state: '', who: '', source: '' })
watch([() => schedule.from, face, alone], ([from, now, account]) => {
  if (route.path !== '/schedule') return
  void router.replace({
    path: '/schedule',
    query: {
      ...(from ? { from } : {}),
      ...(now === 'ahead' ? { face: now } : {}),
      ...(account ? { account } : {}),
    },
  })
})

const plan = usePlanTrial()
const drag = useSheetDrag(plan)
provide(SHEET_DRAG, drag)

const view = computed(() => schedule.shown)
const shown = computed(
  (): ScheduleView | null =>
    view.value && { ...view.value, cards: view.value.cards.filter((card) => isWanted(card, filter.value)) },
)
const accounts = computed(() =>
  (brand.view?.accounts ?? []).filter(({ id }) => alone.value === null || id === alone.value),
)
const aloneAccount = computed(() =>
  accounts.value.length === 1 && alone.value !== null ? accounts.value[0]! : null,
)
const troubled = computed(() => view.value?.troubled ?? [])
const card = computed<Card | null>(
  () => [...(view.value?.cards ?? []), ...troubled.value].find((card) => card.id === openId.value) ?? null,
)
const range = computed(() => {
  if (!view.value) return ''
  const name = (date: string): string => times.dayMonth(Date.parse(`${date}T12:00:00Z`))
  return `${name(view.value.from)} – ${name(addDays(view.value.from, 6))}`
})

let shifting: Promise<void> = Promise.resolve()
/** Keys pressed one after another move one after another, each by the plan that the one before left. */
const shift = (item: Card, where: Shift): void =>
  void (shifting = shifting.then(() => shiftOne(item.id, where)))

/** A card moved by keys: a place in its line, or the day before or after. It keeps the focus. */
async function shiftOne(id: string, where: Shift): Promise<void> {
  await plan.settled()
  const one = view.value?.cards.find((known) => known.id === id)
  if (!one) return
  const to = placeFor(one, where)
  const version = plan.base.value?.version
  if (!one.queueItemId || !version) return
  if (!to) return notices.say(words.move.noSlotThere)
  try {
    await schedule.move({ queueItemId: one.queueItemId, to, accountId: null }, version)
  } catch (error) {
    notices.complain(error)
  }
  await nextTick()
  document.querySelector<HTMLElement>(`[data-card="${one.id}"]`)?.focus()
}
function placeFor(one: Card, where: Shift): MoveTo | null {
  if (!view.value) return null
  if (where === 'earlier' || where === 'later') {
    const line = (plan.base.value?.lines ?? []).filter(({ accountId }) => accountId === one.accountId)
    const other = line[line.findIndex(({ id }) => id === one.queueItemId) + (where === 'earlier' ? -1 : 1)]
    return other ? { kind: where === 'earlier' ? 'before' : 'after', id: other.id } : null
  }
  const date = addDays(times.moment(one.at).date, where === 'dayBefore' ? -1 : 1)
  const open = entriesOf(view.value, one.accountId, date, (at) => times.moment(at).date).find(
    (entry) => entry.card === null && !entry.free,
  )
  if (open) return { kind: 'slot', at: open.at }
  // A full day: the place of its first post that can be moved, as by letting it go there.
  const cards = entriesOf(view.value, one.accountId, date, (at) => times.moment(at).date).flatMap(
    (entry) => entry.card ?? [],
  )
  return cards.map((target) => ontoCard(one, target)).find((to) => to !== null) ?? null
}
const moveInLine = (queueItemId: string, kind: 'before' | 'after', id: string): void => {
  const version = plan.base.value?.version
  if (version)
    schedule
      .move({ queueItemId, to: { kind, id }, accountId: null }, version)
      .catch((error: unknown) => notices.complain(error))
}

const CARD_KEYS = { earlier: 'Alt ↑', later: 'Alt ↓', dayBefore: 'Alt ←', dayAfter: 'Alt →' }
// Cards hear these keys themselves; here they stand for the list of keys.
useKeys(
  (['earlier', 'later', 'dayBefore', 'dayAfter'] as const).map((name) => ({
    keys: [CARD_KEYS[name]],
    message: words.move.keys[name],
    work: true,
    run: () => undefined,
  })),
)

const holding = ref<HoldTarget | null>(null)
const holdName = computed(() =>
  holding.value?.kind === 'account' ? brand.accountName(holding.value.id) : '',
)
const isHeld = computed(() => {
  const of = holding.value
  if (of?.kind === 'brand') return Boolean(brand.view?.brand.hold)
  if (of?.kind === 'account') return Boolean(brand.view?.accounts.find(({ id }) => id === of.id)?.hold)
  return of !== null && (view.value?.cards.some((card) => card.postId === of.id && card.isHeld) ?? false)
})
function holdOne(of: HoldTarget): void {
  openId.value = null
  holding.value = of
}
function openDay(date: string): void {
  face.value = 'sheet'
  void schedule.open(date)
}
const faces = [
  { value: 'sheet', label: words.ahead.sheet },
  { value: 'ahead', label: words.ahead.title },
] as const
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="words.screenHelp.schedule" :detail="range">
      <div class="flex gap-1.5">
        <PlainButton :aria-label="labels.earlier" :title="labels.earlier" @click="schedule.step(-7)"
          ><ChevronLeft :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton :aria-label="labels.later" :title="labels.later" @click="schedule.step(7)"
          ><ChevronRight :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton v-if="schedule.from" @click="schedule.open(null)">{{ labels.today }}</PlainButton>
      </div>
      <div class="flex rounded-[5px] border border-rule" role="group" :aria-label="words.ahead.view">
        <button
          v-for="option in faces"
          :key="option.value"
          type="button"
          class="min-h-[30px] px-2.5 text-small first:rounded-l-[4px] last:rounded-r-[4px]"
          :class="
            face === option.value ? 'bg-ink font-semibold text-sheet' : 'bg-sheet text-ink-2 hover:text-ink'
          "
          :aria-pressed="face === option.value"
          @click="face = option.value"
        >
          {{ option.label }}
        </button>
      </div>
      <SheetFilters v-if="view && face === 'sheet'" v-model="filter" class="max-column:hidden" :view="view" />
      <span class="grow" />
      <PlainButton
        v-if="brand.canWork && (brand.view?.accounts.length ?? 0) > 0"
        @click="holding = { kind: 'brand' }"
      >
        <Pause :size="13" aria-hidden="true" />{{ brand.view?.brand.hold ? words.hold.lift : words.hold.all }}
      </PlainButton>
    </PageHead>
    <p
      v-if="brand.view?.brand.hold"
      class="flex items-center gap-1.5 border-b border-rule bg-sheet px-3.5 py-1.5 font-semibold text-warn"
      role="status"
    >
      <Pause :size="14" aria-hidden="true" />{{
        words.hold.on(brand.view.brand.hold.until ? times.dayTime(brand.view.brand.hold.until) : null)
      }}
      <span v-if="brand.view.brand.hold.reason" class="font-normal">{{ brand.view.brand.hold.reason }}</span>
      <span v-if="view && view.heldBack > 0" class="font-normal text-ink-2">{{
        words.hold.heldBack(view.heldBack)
      }}</span>
    </p>
    <EmptyState
      v-if="brand.view && brand.view.accounts.length === 0"
      :title="labels.nothing.title"
      :detail="labels.nothing.detail"
    >
      <PlainButton to="/set-up/accounts" kind="act">{{ labels.nothing.go }}</PlainButton>
    </EmptyState>
    <p v-else-if="!shown || !brand.view" class="p-6 text-ink-3">
      {{ schedule.failed || brand.failed ? '' : `${words.frame.loading} …` }}
    </p>
    <LazyAheadList v-else-if="face === 'ahead'" @lift="holding = $event" @day="openDay" />
    <template v-else>
      <DayList v-if="isPhone" :view="shown" :accounts="brand.view.accounts" @open="openId = $event" />
      <div v-else class="flex min-h-0 grow">
        <AccountSheet
          :view="shown"
          :accounts="accounts"
          :alone="alone"
          @open="openId = $event"
          @alone="alone = $event"
          @hold="holding = { kind: 'account', id: $event }"
          @shift="shift"
        />
        <LazyQueueOrder
          v-if="aloneAccount && view"
          :account="aloneAccount"
          :base="plan.base.value"
          :view="view"
          @open="openId = $event"
          @close="alone = null"
          @move="moveInLine"
        />
      </div>
      <footer
        class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule px-3.5 py-2 text-small text-ink-2"
      >
        <ul class="flex flex-wrap gap-x-3.5 max-column:hidden" :aria-label="labels.legend">
          <li v-for="pillar in brand.view.pillars" :key="pillar.id" class="flex items-center gap-1.5">
            <i class="size-2 rounded-[2px]" :style="{ background: `var(--pillar-${pillar.ink})` }" />{{
              pillar.name
            }}
          </li>
        </ul>
        <span class="grow max-column:hidden" />
        <button
          v-if="view!.unplaced.length > 0"
          type="button"
          class="min-h-6 text-warn underline-offset-2 hover:underline"
          :title="
            view!.unplaced.map((one) => `${brand.accountName(one.accountId)}: ${one.message}`).join('\n')
          "
          @click="face = 'ahead'"
        >
          {{ labels.unplaced(view!.unplaced.length) }}
        </button>
        <button
          v-if="troubled[0]"
          type="button"
          class="flex min-h-6 max-w-[min(70ch,100%)] items-center gap-1.5 text-left text-bad underline-offset-2 hover:underline"
          @click="openId = troubled[0].id"
        >
          <TriangleAlert :size="14" class="shrink-0" aria-hidden="true" />
          <b class="shrink-0 font-semibold">{{ labels.failed(troubled.length) }}</b><span class="truncate">{{
            troubled[0].message
          }}</span>
        </button>
      </footer>
    </template>
    <CardDialog :card="card" :view="view" :plan="plan" @close="openId = null" @hold="holdOne" />
    <LazyHoldDialog :of="holding" :name="holdName" :is-held="isHeld" @close="holding = null" />
  </div>
</template>
