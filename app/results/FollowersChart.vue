<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import type { ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import { shortened, signed } from './figures'
import { useChartWidth } from './useChartWidth'
import ChartFrame from './ChartFrame.vue'

/** Followers day by day, each account on a scale of its own; days without a reading stay open. */
const props = defineProps<{ view: ResultsView }>()
const labels = words.results.followers
const { width } = useChartWidth()
const [ROW, LEFT, RIGHT] = [58, 108, 66]
const DAY = 86_400_000
const dayMs = (day: string): number => Date.parse(`${day}T12:00:00Z`)
const x = computed(() =>
  scaleLinear([Date.parse(props.view.from), Date.parse(props.view.to)], [LEFT, width.value - RIGHT]),
)
type Day = { day: string; followers: number }
const rows = computed(() =>
  props.view.followersOf.map(({ accountId, days }, at) => {
    const counts = days.map(({ followers }) => followers)
    const [low, high] = [Math.min(...counts), Math.max(...counts)]
    const y = scaleLinear([low, Math.max(high, low + 1)], [at * ROW + ROW - 14, at * ROW + 12])
    const runs: Day[][] = []
    for (const day of days) {
      const last = runs.at(-1)?.at(-1)
      if (last && dayMs(day.day) - dayMs(last.day) < 1.5 * DAY) runs.at(-1)!.push(day)
      else runs.push([day])
    }
    const draw = line<Day>(
      ({ day }) => x.value(dayMs(day)),
      ({ followers }) => y(followers),
    )
    return {
      accountId,
      name: props.view.accounts.find(({ id }) => id === accountId)?.name ?? '',
      days,
      paths: runs.map((run) => (run.length > 1 ? (draw(run) ?? '') : '')),
      dots: runs
        .filter((run) => run.length === 1)
        .map(([day]) => ({ x: x.value(dayMs(day!.day)), y: y(day!.followers) })),
      middle: at * ROW + ROW / 2,
      last: counts.at(-1)!,
      change: counts.length > 1 ? counts.at(-1)! - counts[0]! : null,
    }
  }),
)
const sentence = computed(() =>
  rows.value.length === 0
    ? labels.none
    : rows.value
        .map(({ name, last, change }) =>
          change === null ? labels.only(name, last) : labels.sentence(name, last, signed(change)),
        )
        .join(' '),
)
const table = computed(() =>
  rows.value.flatMap(({ name, days }) => days.map(({ day, followers }) => [name, day, followers])),
)
</script>

<template>
  <ChartFrame :title="labels.title" :sentence="sentence" file="followers" :head="labels.head" :rows="table">
    <svg
      v-if="rows.length > 0"
      data-chart
      :viewBox="`0 0 ${width} ${rows.length * ROW}`"
      class="w-full"
      role="img"
      :aria-label="sentence"
    >
      <g v-for="(row, at) in rows" :key="row.accountId">
        <text x="0" :y="row.middle + 4" class="fill-ink text-[12.5px]">
          <title>{{ row.name }}</title>
          {{ shortened(row.name, 16) }}
        </text>
        <path
          v-for="(path, run) in row.paths"
          :key="run"
          :d="path"
          class="fill-none stroke-act"
          stroke-width="1.75"
        />
        <circle v-for="dot in row.dots" :key="dot.x" :cx="dot.x" :cy="dot.y" r="2.5" class="fill-act" />
        <text :x="width" :y="row.middle - 2" text-anchor="end" class="fill-ink text-[13px] font-medium">
          {{ row.last.toLocaleString('en') }}
        </text>
        <text
          v-if="row.change !== null"
          :x="width"
          :y="row.middle + 13"
          text-anchor="end"
          class="fill-ink-3 text-[11px]"
        >
          {{ signed(row.change) }}
        </text>
        <line
          x1="0"
          :x2="width"
          :y1="(at + 1) * ROW - 1"
          :y2="(at + 1) * ROW - 1"
          class="stroke-rule"
          stroke-width="0.75"
        />
      </g>
    </svg>
  </ChartFrame>
</template>
