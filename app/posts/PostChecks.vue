<script setup lang="ts">
import { sayPost } from '#shared/posts/messages'
import { Check as Tick, TriangleAlert, X } from '@lucide/vue'
import type { Check } from '#core/post'
import type { PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import type { AccountProof } from './usePostProofs'
import { takeFix } from './postActions'

/** The preflight of all chosen accounts: what is the same on several is said once, with their names. */
const props = defineProps<{ chosen: AccountProof[]; doc: PostDoc; readOnly: boolean }>()
const labels = words.writing
const brand = useBrandStore()

interface Line {
  check: Check
  on: AccountProof[]
}
const lines = computed((): Line[] => {
  const found = new Map<string, Line>()
  for (const entry of props.chosen) {
    for (const check of entry.checks) {
      const key = check.level === 'ok' ? `ok ${check.id}` : `${check.id} ${sayPost(check.message)}`
      const known = found.get(key)
      if (known) known.on.push(entry)
      else found.set(key, { check, on: [entry] })
    }
  }
  const all = [...found.values()]
  // What is well is said only where nothing else is said of it.
  const subject = (check: Check): string => check.id.split('-')[0]!
  const troubled = new Set(all.filter(({ check }) => check.level !== 'ok').map(({ check }) => subject(check)))
  const rank = { stop: 0, warn: 1, ok: 2 }
  return all
    .filter(({ check }) => check.level !== 'ok' || !troubled.has(subject(check)))
    .sort((a, b) => rank[a.check.level] - rank[b.check.level])
})
const messageOf = ({ check, on }: Line): string => {
  const said = sayPost(check.message)
  if (check.level === 'ok') return check.id === 'length' ? words.commentField.checks.fits : said
  // A sentence that names its network needs no name before it.
  const isNamed = on.length === 1 && said.includes(on[0]!.account.name)
  return isNamed || (on.length === props.chosen.length && props.chosen.length > 1)
    ? said
    : `${on.map(({ account }) => account.name).join(', ')}: ${said}`
}
/** What a click does, in words: all that makes it fit is named. */
function fixLabel({ check, on }: Line): string {
  if (check.fix?.action !== 'fit') return labels.fixes[check.fix?.action ?? ''] ?? ''
  const { offers } = words.commentField
  const all = (on[0]?.proof?.offers ?? []).map(({ action, text }) =>
    offers[action as keyof typeof offers](text),
  )
  return all.map((item, at) => (at === 0 ? item : item[0]!.toLowerCase() + item.slice(1))).join(', ')
}
function fix({ check, on }: Line): void {
  for (const entry of on)
    if (entry.proof && check.fix)
      takeFix(props.doc, entry.part, check.fix, entry.proof, brand.view?.brand.zone ?? 'UTC')
}
const INKS: Record<Check['level'], string> = { ok: 'text-ok', warn: 'text-warn', stop: 'text-bad' }
const ICONS = { ok: Tick, warn: TriangleAlert, stop: X }
</script>

<template>
  <section :aria-label="labels.preflight">
    <p v-if="chosen.length === 0" class="flex gap-1.5 text-small text-bad">
      <X :size="14" class="mt-px shrink-0" aria-hidden="true" />{{ labels.noAccount }}
    </p>
    <ul class="grid gap-[3px] text-small">
      <li
        v-for="line in lines"
        :key="line.check.id + messageOf(line)"
        class="flex gap-1.5"
        :class="INKS[line.check.level]"
      >
        <component :is="ICONS[line.check.level]" :size="14" class="mt-px shrink-0" aria-hidden="true" />
        <span class="min-w-0 wrap-anywhere"
          >{{ messageOf(line) }}
          <button
            v-if="line.check.fix && !readOnly && fixLabel(line)"
            type="button"
            class="min-h-6 text-left font-semibold text-act underline underline-offset-2"
            @click="fix(line)"
          >
            {{ fixLabel(line) }}
          </button></span
        >
      </li>
    </ul>
  </section>
</template>
