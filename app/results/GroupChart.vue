<script setup lang="ts">
import { scaleLog } from 'd3-scale'
import type { GroupedBy, ResultGroup, ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import { amount, shortened } from './figures'
import { useChartWidth } from './useChartWidth'
import ChartFrame from './ChartFrame.vue'

/** What readers answer to: groups of posts against what their accounts' posts usually get. */
const props = defineProps<{ groups: ResultsView['groups'] }>()
const labels = words.results.groups
const { isPhone, width } = useChartWidth()
const [ROW, TOP] = [30, 6]
const left = computed(() => (isPhone.value ? 150 : 214))
const right = computed(() => (isPhone.value ? 82 : 96))
const by = ref<GroupedBy>('pillar')
const chosen = computed(() => props.groups.find((one) => one.by === by.value) ?? props.groups[0] ?? null)
const nameOf = (one: ResultGroup): string =>
  one.name ||
  labels.names[chosen.value?.by ?? 'pillar']?.[one.key] ||
  labels.none[chosen.value?.by === 'source' ? 'source' : 'pillar']
const x = computed(() => scaleLog([0.25, 4], [left.value, width.value - right.value]).clamp(true))
const rows = computed(() =>
  (chosen.value?.groups ?? []).map((one, at) => ({
    ...one,
    label: nameOf(one),
    y: TOP + at * ROW + ROW / 2,
    from: x.value(Math.max(0.25, one.ratio.low)),
    to: x.value(Math.max(0.25, one.ratio.high)),
    dot: x.value(Math.max(0.25, one.ratio.value)),
    says: saysOf(one),
  })),
)
function saysOf({ verdict, needed }: ResultGroup): string {
  if (verdict !== 'too few to say') return labels.verdicts[verdict]
  return needed === null ? labels.noDifference : labels.tooFew
}
const height = computed(() => TOP + rows.value.length * ROW + 20)
const sentence = computed(() => {
  if (!chosen.value) return labels.nothing
  const told = rows.value.filter(({ verdict }) => verdict !== 'too few to say')
  if (told.length === 0) {
    const next = rows.value.filter(({ needed }) => needed !== null).sort((a, b) => a.needed! - b.needed!)[0]
    return next ? labels.notYet(next.label, next.needed!) : labels.alike
  }
  return told
    .map(({ label, verdict, ratio }) =>
      labels.told(label, verdict === 'better', amount(ratio.value), amount(ratio.low), amount(ratio.high)),
    )
    .join(' ')
})
const table = computed(() =>
  rows.value.map(({ label, posts, responses, ratio, says, needed }) => [
    label,
    posts,
    responses,
    Number(ratio.value.toFixed(2)),
    Number(ratio.low.toFixed(2)),
    Number(ratio.high.toFixed(2)),
    says,
    needed,
  ]),
)
const most = computed(() => (isPhone.value ? 18 : 26))
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :detail="chosen ? labels.detail : ''"
    :sentence="sentence"
    :file="`answered-by-${chosen?.by ?? 'group'}`"
    :head="labels.head"
    :rows="table"
  >
    <template v-if="groups.length > 1" #choice>
      <div class="mt-2 print:hidden">
        <PlainSelect v-model="by" :label="labels.choose">
          <option v-for="one in groups" :key="one.by" :value="one.by">{{ labels.by[one.by] }}</option>
        </PlainSelect>
      </div>
    </template>
    <svg
      v-if="chosen"
      data-chart
      :viewBox="`0 0 ${width} ${height}`"
      class="w-full"
      role="img"
      :aria-label="sentence"
    >
      <line :x1="x(1)" :x2="x(1)" :y1="TOP" :y2="height - 16" class="stroke-edge" stroke-dasharray="3 3" />
      <g v-for="row in rows" :key="row.key">
        <rect
          v-if="row.ink !== null"
          x="0"
          :y="row.y - 5"
          width="9"
          height="9"
          rx="1.5"
          :style="{ fill: `var(--pillar-${row.ink})` }"
        />
        <text :x="row.ink === null ? 0 : 16" :y="row.y + 4" class="fill-ink text-[12.5px]">
          <title>{{ row.label }}</title>
          {{ shortened(row.label, most) }}
        </text>
        <text :x="left - 16" :y="row.y + 4" text-anchor="end" class="fill-ink-3 text-[12px]">
          {{ row.posts }}
        </text>
        <line
          :x1="row.from"
          :x2="row.to"
          :y1="row.y"
          :y2="row.y"
          class="stroke-act"
          stroke-width="5"
          stroke-opacity="0.25"
        />
        <circle :cx="row.dot" :cy="row.y" r="4" class="fill-act" />
        <text
          :x="width"
          :y="row.y + 4"
          text-anchor="end"
          class="text-[11.5px]"
          :class="
            row.verdict === 'better'
              ? 'fill-ok font-semibold'
              : row.verdict === 'worse'
                ? 'fill-warn font-semibold'
                : 'fill-ink-3'
          "
        >
          {{ row.says }}
        </text>
        <line
          x1="0"
          :x2="width"
          :y1="row.y + ROW / 2"
          :y2="row.y + ROW / 2"
          class="stroke-rule"
          stroke-width="0.75"
        />
      </g>
      <text
        v-for="tick in isPhone ? [0.25, 1, 4] : [0.25, 0.5, 1, 2, 4]"
        :key="tick"
        :x="x(tick)"
        :y="height - 3"
        text-anchor="middle"
        class="fill-ink-3 text-[10.5px]"
      >
        {{ labels.tick(tick) }}
      </text>
    </svg>
  </ChartFrame>
</template>
