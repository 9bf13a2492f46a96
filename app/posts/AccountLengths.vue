<script setup lang="ts">
import * as words from '#shared/words'
import type { AccountProof } from './usePostProofs'
import BoardField from './BoardField.vue'
import { isTooMuch } from './proofPieces'

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
      v-for="proof in proofs"
      :key="proof.account.id"
      class="grid grid-cols-[18px_1fr_auto] items-baseline gap-x-1.5 px-2.5 py-1.5 text-small"
    >
      <input
        :id="`account-${proof.account.id}`"
        type="checkbox"
        class="translate-y-0.5 accent-(--act)"
        :checked="proof.part.chosen"
        @change="proof.part.chosen = !proof.part.chosen"
      />
      <label
        :for="`account-${proof.account.id}`"
        class="truncate font-semibold"
        :class="proof.part.chosen ? '' : 'text-ink-3'"
        :title="proof.account.handle"
        >{{ proof.account.name }}</label
      >
      <span
        v-if="proof.part.chosen && proof.proof"
        :data-testid="`length-${proof.account.name}`"
        :class="isTooMuch(proof.proof) ? 'font-semibold text-bad' : ''"
        :aria-label="labels.length(proof.proof.measure.length, proof.account.rules.limit, proof.account.name)"
        >{{ proof.proof.measure.length
        }}<span class="text-ink-3">/{{ proof.account.rules.limit }}</span></span
      >
      <span v-else class="text-ink-3">–</span>
      <span class="col-start-2 text-[11.5px]" :class="proof.part.chosen ? 'text-ink-2' : 'text-ink-3'"
        >{{ whenOf(proof)
        }}<template v-if="proof.part.chosen && proof.part.ownText !== null">
          · {{ labels.own }}</template
        ></span
      >
      <BoardField
        v-if="proof.part.chosen && proof.account.rules.boards && !proof.queueItemId"
        :account="proof.account"
        :part="proof.part"
        class="order-last col-span-2 col-start-2 mt-0.5"
      />
      <span v-if="isLate(proof)" class="order-last col-span-2 col-start-2 text-[11.5px] text-warn">{{
        proof.message
      }}</span>
      <button
        v-if="proof.part.chosen"
        type="button"
        class="text-[11.5px] text-act underline-offset-2 hover:underline"
        :aria-expanded="shown === proof.account.id"
        :aria-label="labels.proofOf(proof.account.name)"
        @click="emit('show', proof.account.id)"
      >
        {{ labels.proof }}
      </button>
    </li>
  </ul>
</template>
