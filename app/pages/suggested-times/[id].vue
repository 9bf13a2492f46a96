<script setup lang="ts">
import type { HoursOf } from '#shared/results/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { readTime } from '~/schedule/timetables'
import { useSuggestedTimes } from '~/results/useSuggestedTimes'
import HourChart from '~/results/HourChart.vue'
import TimesOfDays from '~/results/TimesOfDays.vue'
import PlanChangeList from '~/schedule/PlanChangeList.vue'

const labels = words.results.times
const route = useRoute()
const brand = useBrandStore()
const { account, view, failed, wish, chosen, isDifferent, isTaken, body, change, busy, problem, take } =
  useSuggestedTimes(String(route.params['id']))
useHead({ title: () => `${labels.of(account.value?.name ?? '')} · ${words.frame.product}` })

const hourOf = (time: string): number => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60
const hours = computed((): HoursOf[] =>
  (view.value?.kinds ?? []).map(({ days, curve, slots, found }) => ({
    days,
    curve,
    slots: slots.map(hourOf),
    posts: found?.posts ?? 0,
  })),
)
const suggested = computed(() =>
  Object.fromEntries(
    (view.value?.kinds ?? []).map((kind) => [
      kind.days,
      isDifferent(kind) ? kind.found!.times.map(({ time }) => hourOf(time)) : [],
    ]),
  ),
)
const GAPS = [30, 60, 90, 120, 180, 240]
const asked = computed(() => view.value?.kinds[0]?.wish ?? null)
const badTime = ref('')
/** A time as it is typed; what is none stays as it was, and is said. */
function setTime(which: 'from' | 'to', field: HTMLInputElement): void {
  const time = readTime(field.value)
  badTime.value = time === null ? labels.badTime : ''
  if (time === null) field.value = wish[which] || asked.value?.[which] || ''
  else wish[which] = time
}
const field = 'rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink'
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :detail="account ? `${account.name} · ${account.handle}` : ''">
      <PlainButton to="/results" kind="quiet">{{ labels.back }}</PlainButton>
      <PlainButton v-if="account" :to="`/timetable/${account.id}`" kind="quiet">{{
        labels.toTimetable
      }}</PlainButton>
      <span class="grow" />
      <PlainButton v-if="brand.isOwner" kind="act" :busy="busy" :disabled="body === null" @click="take">{{
        labels.take
      }}</PlainButton>
      <p v-else class="text-small text-ink-3">{{ labels.onlyOwner }}</p>
    </PageHead>
    <EmptyState v-if="failed && !view" :title="labels.failed" :detail="failed" />
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_288px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="grid min-h-0 content-start gap-3.5 overflow-y-auto px-5 py-4 max-wide:overflow-visible">
        <fieldset class="flex flex-wrap items-center gap-x-4 gap-y-2 text-small text-ink-2">
          <legend class="sr-only">{{ labels.wish }}</legend>
          <label class="flex items-center gap-1.5"
            >{{ labels.count }}
            <select v-model="wish.count" :class="field">
              <option value="">{{ labels.asNow }}</option>
              <option v-for="many in 8" :key="many" :value="String(many)">{{ many }}</option>
            </select>
          </label>
          <label class="flex items-center gap-1.5"
            >{{ labels.gap }}
            <select v-model="wish.gap" :class="field">
              <option value="">{{ asked ? labels.gapOf(asked.minGapMinutes) : '' }}</option>
              <option
                v-for="minutes in GAPS.filter(
                  (one) => one !== asked?.minGapMinutes || wish.gap === String(one),
                )"
                :key="minutes"
                :value="String(minutes)"
              >
                {{ labels.gapOf(minutes) }}
              </option>
            </select>
          </label>
          <label v-for="which in ['from', 'to'] as const" :key="which" class="flex items-center gap-1.5"
            >{{ labels[which] }}
            <input
              :value="wish[which] || asked?.[which]"
              :class="field"
              class="w-14"
              maxlength="5"
              inputmode="numeric"
              @change="setTime(which, $event.target as HTMLInputElement)"
            />
          </label>
          <span v-if="badTime" class="text-bad" role="alert">{{ badTime }}</span>
        </fieldset>
        <HourChart :hours="hours" :account="account?.name ?? ''" :suggested="suggested" />
        <div class="grid grid-cols-2 items-start gap-3.5 max-column:grid-cols-1">
          <TimesOfDays
            v-for="kind in view.kinds"
            :key="kind.days"
            :kind="kind"
            :is-different="isDifferent(kind)"
            :is-taken="isTaken(kind)"
            :may-take="brand.isOwner"
            @take="chosen[kind.days] = $event"
          />
        </div>
        <p class="max-w-[84ch] text-small text-ink-3">
          {{ labels.how(view.days)
          }}<template v-if="view.before > 0"> {{ labels.before(view.before) }}</template>
        </p>
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-l border-rule px-4 py-4 max-wide:border-t max-wide:border-l-0"
      >
        <h2 class="part-name">{{ labels.moves }}</h2>
        <ErrorMessage :message="problem ? sentenceOf(problem) : ''" />
        <PlanChangeList v-if="change" class="mt-2" :change="change" />
        <p v-else class="mt-2 text-small text-ink-3">
          {{ body ? `${words.frame.loading} …` : labels.movesNothing }}
        </p>
      </aside>
    </div>
  </div>
</template>
