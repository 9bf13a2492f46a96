<script setup lang="ts">
import { ExternalLink } from '@lucide/vue'
import { scaleLinear, scaleSqrt } from 'd3-scale'
import { curveStepAfter, line } from 'd3-shape'
import { resultsRoutes } from '#shared/results/routes'
import type { ResponseReading } from '#shared/results/types'
import * as words from '#shared/words'
import { amount } from './figures'
import ChartFrame from './ChartFrame.vue'
import OtherSendings from './OtherSendings.vue'

/** How a post was answered after it went out, reading by reading, and what was said in public. */
const props = defineProps<{ deliveryId: string }>()
const labels = words.results.onPost
const session = useSessionStore()
const times = useTimes()
const { data: view } = useBrandQuery(resultsRoutes.responses, {
  changes: ['responses', 'delivery', 'clock'],
  freshMs: 0,
  given: () => ({ id: props.deliveryId }),
})
const [WIDTH, HEIGHT, LEFT, TOP] = [460, 120, 28, 8]
const HOUR = 3_600_000
type Told = ResponseReading & { answers: number }
const sentAt = computed(() => Date.parse(view.value?.sentAt ?? ''))
const told = computed(() => (view.value?.readings ?? []).filter((one): one is Told => one.answers !== null))
const gaps = computed(() => (view.value?.readings ?? []).filter(({ answers }) => answers === null))
const after = (at: string): number => Math.max(0, (Date.parse(at) - sentAt.value) / HOUR)
const lasts = computed(() => Math.max(24, ...(view.value?.readings ?? []).map(({ at }) => after(at))))
// The first hours have the most room: most happens then.
const x = computed(() => scaleSqrt([0, lasts.value], [LEFT, WIDTH - 6]))
const y = computed(() =>
  scaleLinear([0, Math.max(1, ...told.value.map(({ answers }) => answers))], [TOP + HEIGHT, TOP]),
)
/** The curve is broken where a reading told nothing: what stood there then is not known. */
const paths = computed(() => {
  const runs: Told[][] = [[]]
  for (const one of view.value?.readings ?? [])
    if (one.answers === null) runs.push([])
    else runs.at(-1)!.push(one as Told)
  const draw = line<Told>(
    ({ at }) => x.value(after(at)),
    ({ answers }) => y.value(answers),
  ).curve(curveStepAfter)
  return runs.map((run) => draw(run) ?? '').filter(Boolean)
})
const TICKS = [1, 6, 24, 72, 168, 336, 720]
const ticks = computed(() => TICKS.filter((hours) => hours <= lasts.value))
const tickName = (hours: number): string => labels.after(hours)
const last = computed(() => told.value.at(-1) ?? null)
const parts = computed(() =>
  last.value
    ? words.results.posts.parts(last.value.likes, last.value.reshares, last.value.replies, last.value.quotes)
    : '',
)
const state = computed(() => {
  const one = view.value
  if (!one) return ''
  if (one.state === 'untold') return labels.untold
  if (one.state === 'gone') return labels.gone
  if (one.state === 'over') return labels.over
  return one.nextAt ? labels.next(times.shortDayTime(one.nextAt)) : ''
})
const usual = computed(() => {
  const one = view.value
  if (!one?.usual) return ''
  const said = labels.usual(amount(one.usual.low), amount(one.usual.high), one.usual.posts)
  return one.first === null ? said : `${labels.first(one.first)} ${said}`
})
const sentence = computed(() => [parts.value, usual.value].filter(Boolean).join('. ').replace(/\.\.$/, '.'))
const rows = computed(() =>
  (view.value?.readings ?? []).map((one) => [
    times.dayTime(one.at),
    one.likes,
    one.reshares,
    one.replies,
    one.quotes,
    one.answers,
  ]),
)
</script>

<template>
  <section v-if="view" class="mb-7" data-testid="answers">
    <ChartFrame
      v-if="told.length > 0"
      :title="labels.title"
      :sentence="sentence"
      file="answers"
      :head="labels.head"
      :rows="rows"
    >
      <p class="serif text-[24px] leading-tight font-medium" data-testid="answers-now">
        {{ labels.answers(last?.answers ?? 0) }}
      </p>
      <svg
        data-chart
        :viewBox="`0 0 ${WIDTH} ${TOP + HEIGHT + 18}`"
        class="mt-1 w-full"
        role="img"
        :aria-label="`${sentence} ${labels.sentence(rows.length, gaps.length)}`"
      >
        <g v-for="tick in y.ticks(3).filter(Number.isInteger)" :key="`y${tick}`">
          <line
            :x1="LEFT"
            :x2="WIDTH - 6"
            :y1="y(tick)"
            :y2="y(tick)"
            class="stroke-rule"
            stroke-width="0.75"
          />
          <text :x="LEFT - 5" :y="y(tick) + 4" text-anchor="end" class="fill-ink-3 text-[10.5px]">
            {{ tick }}
          </text>
        </g>
        <text
          v-for="hours in ticks"
          :key="hours"
          :x="x(hours)"
          :y="TOP + HEIGHT + 14"
          :text-anchor="x(hours) > WIDTH - 30 ? 'end' : 'middle'"
          class="fill-ink-3 text-[10.5px]"
        >
          {{ tickName(hours) }}
        </text>
        <path v-for="path in paths" :key="path" :d="path" class="fill-none stroke-act" stroke-width="1.75" />
        <circle
          v-for="one in told"
          :key="one.at"
          :cx="x(after(one.at))"
          :cy="y(one.answers)"
          r="2.75"
          class="fill-act"
        >
          <title>{{ times.dayTime(one.at) }}: {{ labels.answers(one.answers) }}</title>
        </circle>
        <line
          v-for="one in gaps"
          :key="`gap ${one.at}`"
          :x1="x(after(one.at))"
          :x2="x(after(one.at))"
          :y1="TOP"
          :y2="TOP + HEIGHT"
          class="stroke-warn"
          stroke-dasharray="2 3"
        >
          <title>{{ labels.gap(times.dayTime(one.at)) }}</title>
        </line>
      </svg>
    </ChartFrame>
    <template v-else>
      <h2 class="part-name">{{ labels.title }}</h2>
      <p class="mt-1">{{ view.state === 'untold' ? labels.untold : labels.none }}</p>
    </template>
    <p v-if="state && (told.length > 0 || view.state !== 'untold')" class="mt-1.5 text-small text-ink-3">
      {{ state }}
    </p>
    <p v-if="view.followers !== null && view.followers > 0" class="mt-1 text-small text-ink-3">
      {{ labels.followers(view.followers.toLocaleString('en')) }}
    </p>
    <p v-if="view.message" class="mt-1 text-small text-warn">{{ view.message }}</p>
    <OtherSendings v-if="view.others.length > 0" :others="view.others" />
    <template v-if="view.replies.length > 0">
      <h2 class="part-name mt-6">{{ labels.said }}</h2>
      <ul class="mt-2 divide-y divide-rule border-y border-rule">
        <li v-for="reply in view.replies" :key="`${reply.at} ${reply.author} ${reply.text}`" class="py-2">
          <p class="flex items-baseline gap-2 text-small text-ink-3">
            <b class="truncate font-semibold text-ink-2" dir="auto">{{ reply.author }}</b>
            <span class="whitespace-nowrap">{{ times.shortDayTime(reply.at) }}</span>
            <a
              v-if="reply.url"
              :href="session.outside(reply.url)"
              target="_blank"
              rel="noopener noreferrer"
              class="ml-auto inline-flex items-center gap-1 whitespace-nowrap text-act underline"
              >{{ labels.there }}<ExternalLink :size="11" aria-hidden="true"
            /></a>
          </p>
          <p class="mt-0.5 wrap-anywhere" dir="auto">{{ reply.text }}</p>
        </li>
      </ul>
      <p class="mt-1 text-small text-ink-3">{{ labels.keptFor }}</p>
    </template>
  </section>
</template>
