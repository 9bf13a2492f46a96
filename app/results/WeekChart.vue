<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import type { ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import { amount, clockTime } from './figures'
import { useChartWidth } from './useChartWidth'
import ChartFrame from './ChartFrame.vue'

/** The week by hour: what posts got, as a square whose size says how much; none where none went out. */
const props = defineProps<{ cells: ResultsView['weekHours']; account: string }>()
const labels = words.results.week
const { width } = useChartWidth()
const [LEFT, TOP, ROW] = [42, 4, 24]
const x = computed(() => scaleLinear([0, 24], [LEFT, width.value - 16]))
const mostSide = computed(() => Math.min(19, (width.value - LEFT) / 25))
const means = computed(() => props.cells.map((cell) => ({ ...cell, mean: cell.responses / cell.posts })))
const highest = computed(() => Math.max(1, ...means.value.map(({ mean }) => mean)))
const squares = computed(() =>
  means.value.map((cell) => {
    const side = Math.max(3, Math.sqrt(cell.mean / highest.value) * mostSide.value)
    return {
      ...cell,
      side,
      x: x.value(cell.hour + 0.5) - side / 2,
      y: TOP + (cell.weekday - 1) * ROW + (ROW - side) / 2,
      title: labels.cell(labels.days[cell.weekday - 1]!, clockTime(cell.hour), amount(cell.mean), cell.posts),
    }
  }),
)
const best = computed(
  () => [...means.value].filter(({ posts }) => posts > 1).sort((a, b) => b.mean - a.mean)[0],
)
const sentence = computed(() =>
  props.cells.length === 0
    ? labels.none
    : best.value
      ? labels.sentence(
          labels.days[best.value.weekday - 1]!,
          clockTime(best.value.hour),
          amount(best.value.mean),
          best.value.posts,
        )
      : labels.single,
)
const table = computed(() =>
  [...means.value]
    .sort((a, b) => a.weekday - b.weekday || a.hour - b.hour)
    .map(({ weekday, hour, posts, responses, mean }) => [
      labels.days[weekday - 1]!,
      clockTime(hour),
      posts,
      responses,
      Number(mean.toFixed(1)),
    ]),
)
const HEIGHT = TOP + 7 * ROW + 18
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :detail="account"
    :sentence="sentence"
    file="week-by-hour"
    :head="labels.head"
    :rows="table"
  >
    <svg
      v-if="cells.length > 0"
      data-chart
      :viewBox="`0 0 ${width} ${HEIGHT}`"
      class="w-full"
      role="img"
      :aria-label="sentence"
    >
      <g v-for="(day, at) in labels.days" :key="day">
        <text
          x="0"
          :y="TOP + at * ROW + 16"
          class="text-[11.5px]"
          :class="at > 4 ? 'fill-ink font-medium' : 'fill-ink-2'"
        >
          {{ day }}
        </text>
        <line
          :x1="LEFT"
          :x2="width - 16"
          :y1="TOP + (at + 1) * ROW"
          :y2="TOP + (at + 1) * ROW"
          class="stroke-rule"
          stroke-width="0.75"
        />
      </g>
      <line
        v-for="hour in [6, 12, 18]"
        :key="hour"
        :x1="x(hour)"
        :x2="x(hour)"
        :y1="TOP"
        :y2="TOP + 7 * ROW"
        class="stroke-rule"
        stroke-width="0.75"
      />
      <rect
        v-for="one in squares"
        :key="`${one.weekday} ${one.hour}`"
        :x="one.x"
        :y="one.y"
        :width="one.side"
        :height="one.side"
        rx="1.5"
        class="fill-act"
        :fill-opacity="one.posts > 1 ? 0.8 : 0.4"
      >
        <title>{{ one.title }}</title>
      </rect>
      <text
        v-for="hour in [0, 6, 12, 18, 24]"
        :key="`h${hour}`"
        :x="x(hour)"
        :y="HEIGHT - 4"
        text-anchor="middle"
        class="fill-ink-3 text-[10.5px]"
      >
        {{ hour === 24 ? '24:00' : clockTime(hour) }}
      </text>
    </svg>
    <p v-if="cells.length > 0" class="mt-1 text-small text-ink-3">{{ labels.how }}</p>
  </ChartFrame>
</template>
