<script setup lang="ts">
import { Check, TriangleAlert, X } from '@lucide/vue'
import type { Account, ArticleFull, NextSlots } from '#shared/api'
import type { Draft } from '../../composables/useDraft'
import { words } from '#shared/words'

const props = defineProps<{ article: ArticleFull; draft: Draft; chosen: Account[]; tooLong: string[]; places: NextSlots['accounts'] }>()
const says = words.yourLine.checks
const times = useTimes()

type Level = 'ok' | 'warn' | 'stop'
const checks = computed((): { level: Level; says: string }[] => {
  const list: { level: Level; says: string }[] = []
  if (props.chosen.length === 0) list.push({ level: 'stop', says: says.noAccount })
  else if (props.tooLong.length > 0) list.push({ level: 'stop', says: says.tooLong(props.tooLong.join(', ')) })
  else if (props.draft.text.trim() !== '') list.push({ level: 'ok', says: says.fits })
  if (props.draft.text.trim() === '') list.push({ level: 'stop', says: says.noLine })
  const full = props.chosen.filter((account) => props.places.some((place) => place.accountId === account.id && place.at === null))
  if (full.length > 0) list.push({ level: 'warn', says: says.noSlot(full.map((account) => account.name).join(', ')) })
  const before = props.article.shared.map((sent) => ({ level: 'warn' as const, says: says.sharedBefore(sent.account, times.dayMonth(sent.at)) }))
  return [...list, ...(before.length > 0 ? before : [{ level: 'ok' as const, says: says.notShared }])]
})
const INKS: Record<Level, string> = { ok: 'text-ok', warn: 'text-warn', stop: 'text-bad' }
const ICONS = { ok: Check, warn: TriangleAlert, stop: X }
</script>

<template>
  <section :aria-label="words.yourLine.preflight">
    <ul class="grid gap-[3px] text-small">
      <li
        v-for="check in checks"
        :key="check.says"
        class="flex gap-1.5"
        :class="check.level === 'stop' && draft.text === '' ? 'text-ink-2' : INKS[check.level]"
      >
        <component :is="ICONS[check.level]" :size="14" class="mt-px shrink-0" aria-hidden="true" />{{ check.says }}
      </li>
    </ul>
  </section>
</template>
