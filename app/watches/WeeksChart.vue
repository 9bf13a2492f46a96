<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleBand, scaleLinear } from 'd3-scale'
import type { WatchPreview } from '#shared/watches/types'
import * as words from '#shared/words'

const props = defineProps<{ weeks: WatchPreview['weeks']; ink: number }>()
const labels = words.watch.look
const times = useTimes()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const HEIGHT = 92
const TOP = 16
const FOOT = 18
const name = (from: string): string => times.dateMonth(from)
const x = computed(() =>
  scaleBand<string>()
    .domain(props.weeks.map(({ from }) => from))
    .range([0, width.value])
    .paddingInner(0.28)
    .paddingOuter(0.1),
)
const y = computed(() =>
  scaleLinear()
    .domain([0, Math.max(1, ...props.weeks.map(({ count }) => count))])
    .range([HEIGHT - FOOT, TOP]),
)
const bars = computed(() =>
  props.weeks.map(({ from, count }) => ({
    from,
    count,
    x: x.value(from) ?? 0,
    y: count === 0 ? HEIGHT - FOOT - 1.5 : y.value(count),
    height: count === 0 ? 1.5 : HEIGHT - FOOT - y.value(count),
    message: labels.weekOf(name(from), count),
  })),
)
</script>

<template>
  <div ref="box">
    <svg :width="width" :height="HEIGHT" role="img" :aria-label="bars.map((bar) => bar.message).join('; ')">
      <line x1="0" :x2="width" :y1="HEIGHT - FOOT" :y2="HEIGHT - FOOT" stroke="var(--rule)" />
      <g v-for="bar in bars" :key="bar.from" data-week>
        <title>{{ bar.message }}</title>
        <rect
          :x="bar.x"
          :y="bar.y"
          :width="x.bandwidth()"
          :height="bar.height"
          :fill="bar.count === 0 ? 'var(--edge)' : `var(--pillar-${ink})`"
        />
        <text
          :x="bar.x + x.bandwidth() / 2"
          :y="bar.y - 4"
          text-anchor="middle"
          class="fill-(--ink) text-[11px] font-semibold"
        >
          {{ bar.count }}
        </text>
        <text
          :x="bar.x + x.bandwidth() / 2"
          :y="HEIGHT - 5"
          text-anchor="middle"
          class="fill-(--ink-2) text-[11px]"
        >
          {{ name(bar.from) }}
        </text>
      </g>
    </svg>
  </div>
</template>
