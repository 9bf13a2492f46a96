<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { area, curveMonotoneX, line } from 'd3-shape'
import type { HoursOf } from '#shared/results/types'
import * as words from '#shared/words'
import { amount, clockTime } from './figures'
import { useChartWidth } from './useChartWidth'
import ChartFrame from './ChartFrame.vue'

/** When readers answer: responses by the hour a post went out, today's slots below. */
const props = defineProps<{
  hours: HoursOf[]
  account: string
  /** Hours that are suggested instead, by the kind of day. */
  suggested?: Partial<Record<HoursOf['days'], number[]>>
  /** Where better times may be looked at. */
  suggestedAt?: string
}>()
const labels = words.results.hours
const { isPhone, width } = useChartWidth(props.suggested ? 900 : 520)
const [HEIGHT, LEFT, TOP] = [86, 104, 12]
const GAP = props.suggested ? 34 : 26
const RIGHT = 16
/** Where nothing went out nothing is drawn: what is said of those hours is guessed from others. */
const isKnown = ({ near }: { near: number }): boolean => near > 0
const known = computed(() => props.hours.filter(({ curve }) => curve.length > 0))
const x = computed(() => scaleLinear([0, 24], [LEFT, width.value - RIGHT]))
const highest = computed(() =>
  Math.max(1, ...known.value.flatMap(({ curve }) => curve.filter(isKnown).map(({ high }) => high))),
)
type Point = HoursOf['curve'][number]
const rows = computed(() =>
  known.value.map((one, at) => {
    const top = TOP + at * (HEIGHT + GAP)
    const y = scaleLinear([0, highest.value], [top + HEIGHT, top]).clamp(true)
    // Midnight stands at both ends.
    const curve = [...one.curve, { ...one.curve[0]!, hour: 24 }]
    const best = one.curve.filter(isKnown).reduce((most, point) => (point.mean > most.mean ? point : most))
    return {
      ...one,
      top,
      bottom: top + HEIGHT,
      best,
      bestY: y(best.mean),
      band:
        area<Point>(
          ({ hour }) => x.value(hour),
          ({ low }) => y(low),
          ({ high }) => y(high),
        )
          .defined(isKnown)
          .curve(curveMonotoneX)(curve) ?? '',
      path:
        line<Point>(
          ({ hour }) => x.value(hour),
          ({ mean }) => y(mean),
        )
          .defined(isKnown)
          .curve(curveMonotoneX)(curve) ?? '',
      ticks: [0, highest.value / 2, highest.value].map((value) => ({ value, y: y(value) })),
    }
  }),
)
const height = computed(() => TOP + rows.value.length * (HEIGHT + GAP) + 4)
const sentence = computed(() =>
  rows.value.length === 0
    ? labels.none
    : rows.value
        .map(({ days, posts, best }) =>
          labels.sentence(
            labels.on[days],
            clockTime(best.hour),
            amount(best.mean),
            amount(best.low),
            amount(best.high),
            posts,
          ),
        )
        .join(' '),
)
const table = computed(() =>
  known.value.flatMap(({ days, curve }) =>
    curve
      .filter(isKnown)
      .map(({ hour, mean, low, high, near }) => [
        labels.names[days],
        clockTime(hour),
        Number(mean.toFixed(2)),
        Number(low.toFixed(2)),
        Number(high.toFixed(2)),
        near,
      ]),
  ),
)
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :detail="account"
    :sentence="sentence"
    file="response-by-hour"
    :head="labels.head"
    :rows="table"
  >
    <svg
      v-if="rows.length > 0"
      data-chart
      :viewBox="`0 0 ${width} ${height}`"
      class="w-full"
      role="img"
      :aria-label="sentence"
    >
      <g v-for="row in rows" :key="row.days">
        <text :x="0" :y="row.top + 10" class="fill-ink-2 text-[12px] font-medium">
          {{ labels.names[row.days] }}
        </text>
        <text :x="0" :y="row.top + 25" class="fill-ink-3 text-[11px]">{{ labels.posts(row.posts) }}</text>
        <g v-for="tick in row.ticks" :key="tick.value">
          <line
            :x1="LEFT"
            :x2="width - RIGHT"
            :y1="tick.y"
            :y2="tick.y"
            class="stroke-rule"
            stroke-width="0.75"
          />
          <text
            v-if="tick.value > 0"
            :x="LEFT - 5"
            :y="tick.y + 4"
            text-anchor="end"
            class="fill-ink-3 text-[10.5px]"
          >
            {{ amount(tick.value) }}
          </text>
        </g>
        <path :d="row.band" class="fill-act" fill-opacity="0.14" />
        <path :d="row.path" class="fill-none stroke-act" stroke-width="1.75" />
        <circle :cx="x(row.best.hour)" :cy="row.bestY" r="3.25" class="fill-act" />
        <line
          :x1="LEFT"
          :x2="width - RIGHT"
          :y1="row.bottom"
          :y2="row.bottom"
          class="stroke-edge"
          stroke-width="1"
        />
        <g v-for="slot in row.slots" :key="slot">
          <rect :x="x(slot) - 2.5" :y="row.bottom - 11" width="5" height="11" class="fill-ink" rx="0.5" />
        </g>
        <path
          v-for="hour in suggested?.[row.days] ?? []"
          :key="`suggested ${hour}`"
          :d="`M${x(hour)} ${row.bottom + 1} l6 9 h-12 z`"
          class="fill-act"
        />
        <text
          v-for="hour in isPhone ? [0, 12, 24] : [0, 6, 12, 18, 24]"
          :key="hour"
          :x="x(hour)"
          :y="row.bottom + (suggested ? 22 : 13)"
          text-anchor="middle"
          class="fill-ink-3 text-[10.5px]"
        >
          {{ clockTime(hour === 24 ? 24 : hour) === '00:00' && hour === 24 ? '24:00' : clockTime(hour) }}
        </text>
      </g>
    </svg>
    <p v-if="rows.length > 0" class="mt-1 flex flex-wrap gap-x-4 text-small text-ink-3">
      <span
        ><i
          class="mr-1.5 inline-block h-[11px] w-[5px] rounded-[1px] bg-ink align-[-1px]"
          aria-hidden="true"
        />{{ labels.slot }}</span
      >
      <span
        ><i class="mr-1.5 inline-block h-[9px] w-4 bg-act opacity-20" aria-hidden="true" />{{
          labels.band
        }}</span
      >
      <span v-if="suggestedAt">{{ labels.ribbon }}</span>
      <span v-if="suggested"
        ><svg viewBox="0 0 12 10" class="mr-1.5 inline h-[9px] w-[11px]" aria-hidden="true">
          <path d="M6 0 12 10 H0 Z" class="fill-act" /></svg
        >{{ labels.suggested }}</span
      >
      <NuxtLink
        v-if="suggestedAt"
        :to="suggestedAt"
        class="ml-auto font-semibold text-act underline underline-offset-2 print:hidden"
        >{{ labels.toSuggested }}</NuxtLink
      >
    </p>
  </ChartFrame>
</template>
