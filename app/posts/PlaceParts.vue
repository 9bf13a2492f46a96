<script setup lang="ts">
import * as words from '#shared/words'
import type { AccountProof } from './usePostProofs'
import type { OwnWish, PlacingWish } from '~/schedule/usePlacing'
import { useScheduleStore } from '~/schedule/scheduleStore'
import PlaceField from './PlaceField.vue'
import EchoParts from './EchoParts.vue'
import PlanChangeList from '~/schedule/PlanChangeList.vue'

/**
 * Where and when a post goes out, on all its accounts or on each by itself, and again; with what would move,
 * before anything is stored.
 * `short` leaves out the list of places, which stands beside it elsewhere.
 */
const props = defineProps<{
  placing: PlacingWish
  chosen: AccountProof[]
  wordings: number
  short?: boolean
}>()
const labels = words.placing
const brand = useBrandStore()
const schedule = useScheduleStore()
const times = useTimes()
const { common, own, echoes, moved } = props.placing
const isEach = computed(() => Object.keys(own.value).length > 0)
const fresh = computed(() =>
  props.chosen.filter(({ queueItemId, sentAt }) => queueItemId === null && sentAt === null),
)
const openOf = (accountId: string) =>
  (schedule.ribbon?.open ?? []).filter((slot) => slot.accountId === accountId)
function setEach(on: boolean): void {
  own.value = on ? Object.fromEntries(fresh.value.map(({ account }) => [account.id, ownOf(account.id)])) : {}
}
/** What is wished for on an account; what differs begins as what all have. */
const ownOf = (accountId: string): OwnWish =>
  own.value[accountId] ?? { ...common.value, echoes: echoes.value.map((echo) => ({ ...echo })) }
function setOwn(accountId: string, now: Partial<OwnWish>): void {
  own.value = { ...own.value, [accountId]: { ...ownOf(accountId), ...now } }
}
const placeOf = (accountId: string) =>
  props.placing.places.value.find((place) => place.accountId === accountId)
const whenOf = (accountId: string): string => {
  const place = placeOf(accountId)
  if (!place) return ''
  return [place.at, ...place.echoes.map((echo) => echo.at)]
    .map((at) => (at ? times.shortDayTime(at) : labels.nowhere))
    .join(' · ')
}
/** No place, or one more than a week off, says why. */
const givesReason = (accountId: string): boolean => {
  const place = placeOf(accountId)
  return place !== undefined && (place.at === null || times.isFarOff(place.at))
}
const holdOf = (item: AccountProof): string => {
  const hold = item.account.hold ?? brand.view?.brand.hold
  if (hold) return words.hold.on(hold.until ? times.shortDayTime(hold.until) : null)
  return item.account.slots.length === 0 ? words.schedule.noTimetable : ''
}
const change = computed(() => ({ moved: moved.value, lost: [] }))
const row = 'grid grid-cols-[92px_minmax(0,1fr)] items-start gap-2 py-[7px] text-small'
</script>

<template>
  <div class="divide-y divide-rule">
    <div v-if="!isEach" :class="row">
      <span class="pt-1 text-ink-2">{{ labels.title }}</span>
      <PlaceField
        v-model="common"
        :label="labels.title"
        :open="fresh.length === 1 ? openOf(fresh[0]!.account.id) : null"
      />
    </div>
    <div v-for="proof in fresh" v-else :key="proof.account.id" :class="row">
      <span class="truncate pt-1 text-ink-2">{{ proof.account.name }}</span>
      <div class="grid min-w-0 gap-1">
        <PlaceField
          :model-value="ownOf(proof.account.id)"
          :label="labels.placeOn(proof.account.name)"
          :open="openOf(proof.account.id)"
          @update:model-value="setOwn(proof.account.id, $event)"
        />
        <EchoParts
          :model-value="ownOf(proof.account.id).echoes"
          :wordings="wordings"
          :on="proof.account.name"
          @update:model-value="setOwn(proof.account.id, { echoes: $event })"
        />
      </div>
    </div>
    <ul v-if="fresh.length > 0 && !short" class="py-[7px] text-small" data-testid="places">
      <li
        v-for="proof in fresh"
        :key="proof.account.id"
        class="grid grid-cols-[92px_minmax(0,1fr)] gap-2 py-0.5"
        :title="placeOf(proof.account.id)?.message"
      >
        <span class="truncate text-ink-2">{{ proof.account.name }}</span>
        <span>
          {{ whenOf(proof.account.id) }}
          <span v-if="givesReason(proof.account.id)" class="block text-tiny text-warn">{{
            placeOf(proof.account.id)!.message
          }}</span>
          <b v-if="holdOf(proof)" class="block text-tiny font-semibold text-warn">{{ holdOf(proof) }}</b>
        </span>
      </li>
    </ul>
    <label v-if="fresh.length > 1" class="flex min-h-6 items-center gap-1.5 py-[7px] text-small text-ink-2">
      <input
        type="checkbox"
        class="accent-(--act)"
        :checked="isEach"
        @change="setEach(($event.target as HTMLInputElement).checked)"
      />{{ labels.each }}
    </label>
    <div v-if="!isEach" :class="row">
      <span class="pt-1 text-ink-2">{{ labels.again }}</span>
      <EchoParts v-model="echoes" :wordings="wordings" />
    </div>
    <div v-if="moved.length > 0" class="py-[7px]"><PlanChangeList :change="change" :most="3" /></div>
  </div>
</template>
