<script setup lang="ts">
import * as words from '#shared/words'
import type { AccountProof } from '~/posts/usePostProofs'
import { isTooMuch } from '~/posts/proofPieces'

defineProps<{
  proofs: AccountProof[]
  /** The account whose proof is open. */
  shown: string | null
}>()
const emit = defineEmits<{ show: [id: string] }>()
const labels = words.commentField
const times = useTimes()
const brand = useBrandStore()

function whenOf({ account, part, at, message: why, queueItemId }: AccountProof): string {
  if (!part.chosen) return labels.notThis
  if (queueItemId) return words.writing.inLine
  const hold = account.hold ?? brand.view?.brand.hold
  if (hold)
    return [
      words.hold.on(hold.until ? times.shortDayTime(hold.until) : null),
      at ? times.shortDayTime(at) : '',
    ]
      .filter(Boolean)
      .join(' · ')
  if (account.slots.length === 0) return words.schedule.noTimetable
  if (at) return times.shortDayTime(at)
  return why === '' ? labels.working : labels.noSlot
}
/** A place more than a week off says why it is so late. */
const isLate = ({ part, at, queueItemId }: AccountProof): boolean =>
  part.chosen && !queueItemId && at !== null && times.isFarOff(at)
</script>

<template>
  <ul :aria-label="labels.accounts" class="divide-y divide-rule rounded-md border border-rule">
    <li
      v-for="one in proofs"
      :key="one.account.id"
      class="grid grid-cols-[18px_1fr_auto] items-baseline gap-x-1.5 px-2.5 py-1.5 text-small"
    >
      <input
        :id="`account-${one.account.id}`"
        type="checkbox"
        class="translate-y-0.5 accent-(--act)"
        :checked="one.part.chosen"
        @change="one.part.chosen = !one.part.chosen"
      />
      <label
        :for="`account-${one.account.id}`"
        class="truncate font-semibold"
        :class="one.part.chosen ? '' : 'text-ink-3'"
        :title="one.account.handle"
        >{{ one.account.name }}</label
      >
      <span
        v-if="one.part.chosen && one.proof"
        :data-testid="`length-${one.account.name}`"
        :class="isTooMuch(one.proof) ? 'font-semibold text-bad' : ''"
        :aria-label="labels.length(one.proof.measure.length, one.account.rules.limit, one.account.name)"
        >{{ one.proof.measure.length }}<span class="text-ink-3">/{{ one.account.rules.limit }}</span></span
      >
      <span v-else class="text-ink-3">–</span>
      <span class="col-start-2 text-[11.5px]" :class="one.part.chosen ? 'text-ink-2' : 'text-ink-3'"
        >{{ whenOf(one)
        }}<template v-if="one.part.chosen && one.part.ownText !== null"> · {{ labels.own }}</template></span
      >
      <span v-if="isLate(one)" class="order-last col-span-2 col-start-2 text-[11.5px] text-warn">{{
        one.message
      }}</span>
      <button
        v-if="one.part.chosen"
        type="button"
        class="text-[11.5px] text-act underline-offset-2 hover:underline"
        :aria-expanded="shown === one.account.id"
        :aria-label="labels.proofOf(one.account.name)"
        @click="emit('show', one.account.id)"
      >
        {{ labels.proof }}
      </button>
    </li>
  </ul>
</template>
