<script setup lang="ts">
import type { Proof } from '../../../core/post'
import type { Account, NextSlots } from '#shared/api'
import { words } from '#shared/words'

const props = defineProps<{
  accounts: Account[]
  chosen: string[]
  proofs: Record<string, Proof>
  places: NextSlots['accounts']
  ownTexts: Record<string, string>
  /** The account whose proof is open. */
  shown: string | null
}>()
const emit = defineEmits<{ toggle: [id: string]; show: [id: string] }>()
const says = words.yourLine
const times = useTimes()
const isChosen = (id: string): boolean => props.chosen.includes(id)

function whenOf(account: Account): string {
  if (!isChosen(account.id)) return says.notThis
  const place = props.places.find((candidate) => candidate.accountId === account.id)
  if (!place) return says.working
  return place.at ? times.shortDayTime(place.at) : says.noSlot
}
</script>

<template>
  <ul :aria-label="says.accounts" class="divide-y divide-rule rounded-md border border-rule">
    <li v-for="account in accounts" :key="account.id" class="grid grid-cols-[18px_1fr_auto] items-baseline gap-x-1.5 px-2.5 py-1.5 text-small">
      <input
        :id="`account-${account.id}`"
        type="checkbox"
        class="translate-y-0.5 accent-(--act)"
        :checked="isChosen(account.id)"
        @change="emit('toggle', account.id)"
      />
      <label :for="`account-${account.id}`" class="truncate font-semibold" :class="isChosen(account.id) ? '' : 'text-ink-3'" :title="account.handle">{{
        account.name
      }}</label>
      <span
        v-if="isChosen(account.id) && proofs[account.id]"
        :data-testid="`length-${account.name}`"
        :class="proofs[account.id]!.measure.left < 0 ? 'font-semibold text-bad' : ''"
        :aria-label="says.length(proofs[account.id]!.measure.length, account.rules.limit, account.name)"
        >{{ proofs[account.id]!.measure.length }}<span class="text-ink-3">/{{ account.rules.limit }}</span></span
      >
      <span v-else class="text-ink-3">–</span>
      <span class="col-start-2 text-[11.5px]" :class="isChosen(account.id) ? 'text-ink-2' : 'text-ink-3'"
        >{{ whenOf(account) }}<template v-if="isChosen(account.id) && ownTexts[account.id]"> · {{ says.own }}</template></span
      >
      <button
        v-if="isChosen(account.id)"
        type="button"
        class="text-[11.5px] text-act underline-offset-2 hover:underline"
        :aria-expanded="shown === account.id"
        :aria-label="says.proofOf(account.name)"
        @click="emit('show', account.id)"
      >
        {{ says.proof }}
      </button>
    </li>
  </ul>
</template>
