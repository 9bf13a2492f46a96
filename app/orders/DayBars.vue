<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { scaleBand, scaleLinear } from 'd3-scale'
import type { DryRun } from '#shared/orders/types'
import * as words from '#shared/words'

/** What an order would have taken, day by day, under its ceiling. */
const props = defineProps<{ days: DryRun['perDay']; ceiling: number | null }>()
const labels = words.orders.dry
const times = useTimes()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const HEIGHT = 64
const TOP = 6
const FOOT = 4
const highest = computed(() => Math.max(1, props.ceiling ?? 0, ...props.days.map(({ count }) => count)))
/** A ceiling far above all bars would press them flat. */
const isCeilingShown = computed(
  () => props.ceiling !== null && props.ceiling <= 2 * Math.max(1, ...props.days.map(({ count }) => count)),
)
const top = computed(() =>
  isCeilingShown.value ? highest.value : Math.max(1, ...props.days.map(({ count }) => count)),
)
const x = computed(() =>
  scaleBand<string>()
    .domain(props.days.map(({ day }) => day))
    .range([0, width.value])
    .paddingInner(0.3)
    .paddingOuter(0.1),
)
const y = computed(() =>
  scaleLinear()
    .domain([0, top.value])
    .range([HEIGHT - FOOT, TOP]),
)
const total = computed(() => props.days.reduce((sum, { count }) => sum + count, 0))
</script>

<template>
  <div ref="box" class="grid gap-0.5">
    <svg :width="width" :height="HEIGHT" role="img" :aria-label="labels.chart(total)">
      <line x1="0" :x2="width" :y1="HEIGHT - FOOT" :y2="HEIGHT - FOOT" stroke="var(--rule)" />
      <g v-for="one in days" :key="one.day">
        <title>{{ `${times.dateMonth(one.day)}: ${one.count}` }}</title>
        <rect
          :x="x(one.day)"
          :y="y(one.count)"
          :width="x.bandwidth()"
          :height="HEIGHT - FOOT - y(one.count)"
          fill="var(--act)"
        />
      </g>
      <line
        v-if="isCeilingShown"
        x1="0"
        :x2="width"
        :y1="y(ceiling!)"
        :y2="y(ceiling!)"
        stroke="var(--warn)"
        stroke-dasharray="4 3"
      />
    </svg>
    <div class="flex justify-between text-tiny text-ink-2">
      <span>{{ times.dateMonth(days[0]?.day ?? '') }}</span>
      <span v-if="isCeilingShown" class="text-warn">{{ labels.dashed(ceiling!) }}</span>
      <span>{{ times.dateMonth(days.at(-1)?.day ?? '') }}</span>
    </div>
  </div>
</template>
