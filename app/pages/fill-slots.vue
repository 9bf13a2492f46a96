<script setup lang="ts">
import { FILL_KINDS, type FillKind, type FillSlotView } from '#shared/schedule/types'
import { groupBy } from '#core/grouped'
import * as words from '#shared/words'
import { useFill } from '~/schedule/useFill'
import FillSlotRow from '~/schedule/FillSlotRow.vue'

const labels = words.fill
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const times = useTimes()
const fill = useFill()
const { days, kinds, view, failed, isAsking, busy, problem, used, unplaced } = fill
const DAYS = [1, 3, 7, 14, 31]
const SHOWN = 60

const slots = computed(() => view.value?.slots ?? [])
const byDay = computed(() => [...groupBy(slots.value, ({ at }) => times.moment(at).date)])
const detail = computed(() => (view.value ? labels.filled(used.value.size, slots.value.length) : ''))
function setKind(kind: FillKind, isWanted: boolean): void {
  kinds.value = FILL_KINDS.filter((one) => (one === kind ? isWanted : kinds.value.includes(one)))
}
function rewrite(slot: FillSlotView, text: string): void {
  const clippingId = fill.filling(slot)?.clippingId
  if (clippingId) fill.texts.value.set(clippingId, text)
}
async function take(): Promise<void> {
  if (await fill.take()) await navigateTo('/schedule')
}
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="labels.help" :detail="detail">
      <PlainButton to="/schedule" kind="quiet">{{ labels.back }}</PlainButton>
      <span class="grow" />
      <PlainButton
        v-if="brand.canWork"
        kind="act"
        :busy="busy"
        :disabled="used.size === 0 || isAsking"
        @click="take"
        >{{ labels.take(used.size) }}</PlainButton
      >
      <div class="flex basis-full flex-wrap items-center gap-x-4 gap-y-1 text-small text-ink-2">
        <label class="flex items-center gap-1.5"
          >{{ labels.days }}
          <select v-model="days" class="min-h-[26px] rounded border border-rule bg-sheet px-1 text-ink">
            <option v-for="many in DAYS" :key="many" :value="many">{{ labels.nextDays(many) }}</option>
          </select>
        </label>
        <fieldset class="flex flex-wrap items-center gap-x-3 gap-y-1">
          <legend class="sr-only">{{ labels.from }}</legend>
          <span aria-hidden="true">{{ labels.from }}</span>
          <label v-for="kind in FILL_KINDS" :key="kind" class="flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              class="size-4 accent-act"
              :checked="kinds.includes(kind)"
              @change="setKind(kind, ($event.target as HTMLInputElement).checked)"
            />{{ labels.kinds[kind] }}
          </label>
        </fieldset>
      </div>
    </PageHead>
    <EmptyState
      v-if="brand.view && !brand.canWork"
      :title="words.refusals.notAllowed.title"
      :detail="words.refusals.notAllowed.detail"
    />
    <div v-else-if="failed && !view" class="p-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="fill.load()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState
      v-else-if="slots.length === 0"
      :title="labels.nothing.title"
      :detail="labels.nothing.detail"
    />
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_272px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="min-h-0 overflow-y-auto bg-sheet max-wide:overflow-visible" tabindex="0">
        <ErrorMessage class="px-5 pt-3" :message="problem || failed" />
        <EmptyState
          v-if="view.candidates.length === 0"
          :title="labels.nothingToFill.title"
          :detail="kinds.length === 0 ? labels.noKind : labels.nothingToFill.detail"
        >
          <PlainButton to="/wire" kind="act">{{ labels.nothingToFill.toWire }}</PlainButton>
          <PlainButton to="/evergreens">{{ labels.nothingToFill.toEvergreens }}</PlainButton>
        </EmptyState>
        <template v-else>
          <section v-for="[date, own] in byDay" :key="date" :aria-label="times.dateMonth(date)">
            <h2 class="sticky top-0 z-10 border-b border-rule bg-paper px-5 py-1.5 text-small font-semibold">
              {{ times.dateMonth(date) }}
            </h2>
            <ul>
              <FillSlotRow
                v-for="slot in own"
                :key="`${slot.accountId} ${slot.at}`"
                :opening="slot"
                :one="fill.filling(slot)"
                :others="fill.othersFor(slot)"
                @choose="fill.choose(slot, $event)"
                @refill="fill.unchoose(slot)"
                @rewrite="rewrite(slot, $event)"
              />
            </ul>
          </section>
        </template>
      </div>
      <aside
        v-if="view.candidates.length > 0"
        class="min-h-0 overflow-y-auto border-l border-rule px-4 py-4 max-wide:border-t max-wide:border-l-0"
        tabindex="0"
      >
        <h2 class="part-name">{{ labels.unused }} · {{ unplaced.length }}</h2>
        <p v-if="unplaced.length === 0" class="mt-2 text-small text-ink-3">{{ labels.unusedNone }}</p>
        <ul class="mt-2 grid gap-3">
          <li v-for="one in unplaced.slice(0, SHOWN)" :key="one.key">
            <p class="serif line-clamp-2 text-[13.5px] leading-snug" dir="auto">{{ one.text }}</p>
            <p class="mt-0.5 text-small" :class="one.problem ? 'text-warn' : 'text-ink-3'">
              {{
                one.problem ||
                `${labels.kindOf[one.kind]} · ${one.accountIds.map(brand.accountName).join(', ')}`
              }}
            </p>
          </li>
        </ul>
      </aside>
    </div>
  </div>
</template>
