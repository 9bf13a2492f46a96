<script setup lang="ts">
import { mix } from '#core/results/mix'
import type { ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import { useScheduleStore } from '~/schedule/scheduleStore'
import ChartFrame from './ChartFrame.vue'

/** Each pillar's part of what went out, and of what goes out in the coming days, against its ceiling. */
const props = defineProps<{ view: ResultsView }>()
const labels = words.results.mix
const brand = useBrandStore()
const schedule = useScheduleStore()
const percent = (part: number): string => `${Math.round(part * 100)}%`
/** The lowest that any account has for it. */
const ceilings = computed(() => {
  const lowest: Record<string, number> = {}
  for (const account of brand.view?.accounts ?? [])
    if (props.view.accountId === null || account.id === props.view.accountId)
      for (const { pillarId, maxShare } of account.mix)
        lowest[pillarId] = Math.min(maxShare, lowest[pillarId] ?? 1)
  return lowest
})
const planned = computed(() =>
  (schedule.ribbon?.cards ?? [])
    .filter(({ state, accountId }) => state === 'lined-up' && isWanted(accountId))
    .map(({ at, pillarId, source }) => ({ at, pillar: pillarId, source })),
)
const isWanted = (id: string): boolean => props.view.accountId === null || id === props.view.accountId
const ahead = computed(() => {
  const now = schedule.ribbon?.now
  if (!now) return []
  const end = new Date(Date.parse(now) + 8 * 86_400_000).toISOString()
  return mix(planned.value, { now: end, windowDays: 9, ceilings: ceilings.value })
})
const parts = computed(() => {
  const all = props.view.sent.now ?? 0
  const ids = new Set([
    ...props.view.pillars.map(({ pillarId }) => pillarId),
    ...ahead.value.map(({ pillar }) => pillar),
  ])
  return [...ids]
    .map((id) => {
      const sent = props.view.pillars.find(({ pillarId }) => pillarId === id)?.posts ?? 0
      const next = ahead.value.find(({ pillar }) => pillar === id)
      const ceiling = id === null ? null : (ceilings.value[id] ?? null)
      const share = all === 0 ? 0 : sent / all
      return {
        id,
        name: brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? labels.none,
        ink: brand.pillarInk(id),
        sent,
        share,
        next: next?.count ?? 0,
        nextShare: next?.share ?? 0,
        ceiling,
        isOver: ceiling !== null && share > ceiling,
        isOverNext: ceiling !== null && (next?.share ?? 0) > ceiling,
      }
    })
    .filter(({ sent, next, ceiling }) => sent + next > 0 || ceiling !== null)
    .sort((a, b) => b.sent - a.sent)
})
const sentence = computed(() =>
  Object.keys(ceilings.value).length === 0
    ? labels.noCeilings
    : labels.sentence(
        parts.value.filter(({ isOver }) => isOver).map(({ name, share }) => `${name} ${percent(share)}`),
      ),
)
const own = computed(() => {
  const { posts, of } = props.view.own
  if (of === 0) return ''
  const names = new Set(props.view.sources.filter(({ isOwn }) => isOwn).map(({ name }) => name))
  const next = planned.value.filter(({ source }) => source !== null && names.has(source)).length
  return [
    labels.own(percent(posts / of), posts, of),
    ...(planned.value.length === 0 ? [] : [labels.ownNext(next, planned.value.length)]),
  ].join(' ')
})
const rows = computed(() =>
  parts.value.map(({ name, sent, share, next, nextShare, ceiling }) => [
    name,
    sent,
    percent(share),
    next,
    percent(nextShare),
    ceiling === null ? null : percent(ceiling),
  ]),
)
</script>

<template>
  <ChartFrame :title="labels.title" :sentence="sentence" file="mix" :head="labels.head" :rows="rows" is-table>
    <div class="flex h-2.5 overflow-hidden rounded-sm bg-well" aria-hidden="true">
      <i
        v-for="part in parts"
        :key="part.id ?? ''"
        :style="{ width: percent(part.share), background: part.ink }"
      />
    </div>
    <table class="mt-2 w-full text-small">
      <thead>
        <tr class="text-left text-ink-3">
          <th
            v-for="(name, at) in labels.short"
            :key="name"
            class="pb-1 font-normal"
            :class="at > 0 ? 'pl-3 text-right' : ''"
          >
            {{ name }}
          </th>
        </tr>
      </thead>
      <tbody class="divide-y divide-rule border-y border-rule">
        <tr v-for="part in parts" :key="part.id ?? ''">
          <td class="max-w-0 truncate py-1" style="width: 46%">
            <i
              class="mr-1.5 inline-block size-2 rounded-[2px]"
              :style="{ background: part.ink }"
              aria-hidden="true"
            />{{ part.name }}
          </td>
          <td class="py-1 pl-3 text-right tabular-nums" :class="part.isOver ? 'font-semibold text-warn' : ''">
            {{ percent(part.share) }}
          </td>
          <td
            class="py-1 pl-3 text-right tabular-nums"
            :class="part.isOverNext ? 'font-semibold text-warn' : ''"
          >
            {{ planned.length === 0 ? words.results.notTold : percent(part.nextShare) }}
          </td>
          <td class="py-1 pl-3 text-right text-ink-2 tabular-nums">
            {{ part.ceiling === null ? words.results.notTold : percent(part.ceiling) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="own" class="mt-2 text-small text-ink-2">{{ own }}</p>
  </ChartFrame>
</template>
