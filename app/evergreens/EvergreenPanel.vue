<script setup lang="ts">
import { evergreenRoutes } from '#shared/evergreens/routes'
import type { EvergreenAccount, EvergreenView } from '#shared/evergreens/types'
import * as words from '#shared/words'
import { useDeskStore } from '~/posts/deskStore'

/** An evergreen: where and how often it comes, its wordings, and when it was shown. */
const props = defineProps<{ evergreen: EvergreenView }>()
const emit = defineEmits<{ put: [state: 'in-turn' | 'resting' | 'retired']; change: [] }>()
const labels = words.evergreens.panel
const brand = useBrandStore()
const times = useTimes()
const goTo = useGoTo()
const MOST_DOTS = 12
const dot = 'grid size-[18px] place-items-center rounded-full text-[10px] font-semibold text-sheet not-italic'

const { data: detail, failed } = useBrandQuery(evergreenRoutes.evergreen, {
  changes: ['evergreen', 'line', 'delivery', 'post-text', 'responses', 'clock'],
  given: () => ({ id: props.evergreen.postId }),
})
const isOf = computed(() => detail.value?.postId === props.evergreen.postId)
const wordings = computed(() => (isOf.value ? detail.value!.wordings : []))
const turns = computed(() => (isOf.value ? detail.value!.turns.slice(0, MOST_DOTS).toReversed() : []))
/** The wording that comes next of all. */
const nextWording = computed(() => {
  const next = wordings.value.map(({ nextAt }) => nextAt).filter((at) => at !== null)
  return wordings.value.findIndex(({ nextAt }) => nextAt !== null && nextAt === next.sort()[0])
})
function factsOf(one: EvergreenAccount): string {
  const end =
    one.left !== null
      ? labels.more(one.left)
      : one.endsAt
        ? labels.until(times.dayMonth(one.endsAt))
        : labels.forEver
  const next = one.nextAt
    ? labels.next(times.shortDayTime(one.nextAt))
    : one.waits
      ? words.evergreens.waits[one.waits]
      : words.evergreens.noTurn
  return [end, labels.rests(one.minDays), next].join(' · ')
}
const remarks = computed(() => [
  ...new Set(props.evergreen.accounts.map(({ message }) => message).filter((message) => message !== '')),
])
const isAway = computed(() =>
  props.evergreen.accounts.every(({ waits }) => waits === 'resting' || waits === 'retired'),
)
const isEdited = computed(() => props.evergreen.accounts.some(({ waits }) => waits === 'not-approved'))
const desk = useDeskStore()
const approve = (): Promise<boolean> =>
  desk.approve({ id: props.evergreen.postId, version: props.evergreen.version })
const isRetired = computed(() => props.evergreen.accounts.every(({ waits }) => waits === 'retired'))
</script>

<template>
  <section :aria-label="labels.name" class="grid content-start gap-3 px-4 py-3.5">
    <h2 class="part-name line-clamp-3" dir="auto">{{ evergreen.text }}</h2>
    <dl class="grid gap-1 text-small">
      <div v-for="one in evergreen.accounts" :key="one.id">
        <dt class="inline font-semibold">{{ brand.accountName(one.accountId) }}</dt>
        <dd class="inline text-ink-2">{{ ` ${factsOf(one)}` }}</dd>
      </div>
    </dl>
    <p v-for="remark in remarks" :key="remark" class="text-small text-bad">{{ remark }}</p>
    <div v-if="brand.canWork" class="flex flex-wrap gap-2">
      <PlainButton v-if="isAway" kind="act" @click="emit('put', 'in-turn')">{{ labels.back }}</PlainButton>
      <template v-else>
        <PlainButton v-if="isEdited" kind="act" @click="approve">{{ labels.approve }}</PlainButton>
        <PlainButton @click="emit('put', 'resting')">{{ labels.rest }}</PlainButton>
      </template>
      <PlainButton v-if="!isRetired" @click="emit('put', 'retired')">{{ labels.retire }}</PlainButton>
      <PlainButton @click="emit('change')">{{ labels.settings }}</PlainButton>
    </div>
    <h3 class="part-name mt-1">{{ labels.wordings }}</h3>
    <p v-if="failed && !isOf" class="text-small text-bad">{{ failed }}</p>
    <ol class="grid gap-2.5">
      <li
        v-for="(wording, at) in wordings"
        :key="at"
        class="border-l-[3px] pl-3"
        :class="at === nextWording ? 'border-act' : 'border-rule'"
      >
        <p class="text-tiny" :class="at === nextWording ? 'font-semibold text-act' : 'text-ink-3'">
          {{
            [
              at + 1,
              wording.nextAt && at === nextWording
                ? labels.next(times.shortDayTime(wording.nextAt))
                : wording.lastAt
                  ? labels.lastShown(times.dayMonth(wording.lastAt))
                  : labels.never,
              ...(wording.response === null ? [] : [labels.responses(wording.response.toFixed(1))]),
            ].join(' · ')
          }}
        </p>
        <p class="mt-0.5 line-clamp-4 wrap-anywhere" dir="auto">{{ wording.text }}</p>
        <p v-if="wording.like !== null" class="mt-0.5 text-tiny text-warn">
          {{ labels.like(wording.like + 1) }}
        </p>
      </li>
    </ol>
    <div v-if="brand.canWork">
      <PlainButton @click="goTo(`/desk/${evergreen.postId}`)">{{ labels.another }}</PlainButton>
    </div>
    <h3 class="part-name mt-1">{{ labels.turns }}</h3>
    <p v-if="isOf && turns.length === 0" class="text-small text-ink-2">{{ labels.noTurns }}</p>
    <ol v-else class="flex flex-wrap gap-x-3 gap-y-2">
      <li v-for="turn in turns" :key="turn.deliveryId">
        <NuxtLink
          :to="`/delivery/${turn.deliveryId}`"
          class="grid min-w-[38px] justify-items-center gap-0.5 text-tiny text-ink-3 hover:text-ink"
          :title="labels.openTurn(times.dayTime(turn.at), brand.accountName(turn.accountId))"
        >
          <i :class="dot" :style="{ background: brand.pillarInk(evergreen.pillarId) }">{{
            turn.wording + 1
          }}</i>{{ times.dayMonth(turn.at) }}
        </NuxtLink>
      </li>
    </ol>
  </section>
</template>
