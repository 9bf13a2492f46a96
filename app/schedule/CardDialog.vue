<script setup lang="ts">
import { ExternalLink } from '@lucide/vue'
import type { Card, ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { isTrouble } from '#shared/schedule/filter'
import { type HoldTarget, useScheduleStore } from './scheduleStore'
import type { PlanTrial } from './usePlanTrial'

const LazyMovePanel = defineAsyncComponent(() => import('./MovePanel.vue'))

const props = defineProps<{ card: Card | null; view: ScheduleView | null; plan: PlanTrial }>()
const emit = defineEmits<{ close: []; hold: [of: HoldTarget] }>()
const labels = words.schedule.card
const schedule = useScheduleStore()
const brand = useBrandStore()
const session = useSessionStore()
const notices = useNoticesStore()
const times = useTimes()
const goTo = useGoTo()
const asking = ref(false)
const busy = ref(false)

// The dialog still shows its card while it goes away.
const shown = ref<Card | null>(null)
watch(
  () => props.card,
  (card) => {
    if (card) shown.value = card
  },
)
const account = computed(() => brand.accountName(shown.value?.accountId ?? ''))
const about = computed(() => [shown.value?.source, shown.value?.authorName].filter(Boolean).join(' · '))
const isSent = computed(() => shown.value?.state === 'sent')

/** What is on hold, where the card waits for that: its account, or the brand. */
const holder = computed((): HoldTarget => {
  const id = shown.value?.accountId ?? ''
  return brand.view?.accounts.find((account) => account.id === id)?.hold
    ? { kind: 'account', id }
    : { kind: 'brand' }
})

async function act(work: () => Promise<void>): Promise<void> {
  busy.value = true
  try {
    await work()
    asking.value = false
    emit('close')
  } catch (error) {
    asking.value = false
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <SideDialog :open="card !== null && !asking" :title="account || labels.name" @close="emit('close')">
    <div v-if="shown" class="grid gap-4">
      <div>
        <h3 class="text-small font-semibold text-ink-2">{{ labels.when }}</h3>
        <p :title="times.exact(shown.at)">
          {{ times.dayTime(shown.at) }}
          <b
            v-if="shown.state !== 'lined-up'"
            class="ml-1 font-semibold"
            :class="isSent ? 'text-ok' : isTrouble(shown.state) ? 'text-bad' : 'text-ink-2'"
            >{{ words.schedule.states[shown.state] }}</b
          >
        </p>
        <p class="mt-0.5" :class="shown.state === 'not-sent' ? 'text-bad' : 'text-ink-2'">
          {{ shown.message }}
        </p>
        <p v-for="warn in shown.warnings" :key="warn" class="text-warn">{{ warn }}</p>
        <p v-for="problem in shown.problems" :key="problem" class="text-bad">{{ problem }}</p>
        <p v-if="shown.echo" class="text-ink-2">{{ labels.echo(shown.echo.at, shown.echo.of) }}</p>
        <p v-if="about" class="text-small text-ink-3">{{ about }}</p>
      </div>
      <div>
        <h3 class="text-small font-semibold text-ink-2">{{ isSent ? labels.sentText : labels.text }}</h3>
        <p
          class="mt-1 rounded-md bg-paper p-3 wrap-anywhere whitespace-pre-wrap"
          dir="auto"
          data-testid="card-text"
        >
          {{ shown.text }}
        </p>
      </div>
      <LazyMovePanel
        v-if="shown.queueItemId && view && brand.canWork"
        :card="shown"
        :view="view"
        :plan="plan"
        @done="emit('close')"
      />
      <a
        v-if="shown.remoteUrl"
        :href="session.outside(shown.remoteUrl)"
        target="_blank"
        rel="noopener noreferrer"
        class="inline-flex items-center gap-1.5 font-semibold text-act underline underline-offset-2"
        >{{ labels.onNetwork(account) }}<ExternalLink :size="13" aria-hidden="true"
      /></a>
    </div>
    <template v-if="shown && brand.canWork" #actions>
      <template v-if="shown.queueItemId">
        <PlainButton v-if="!shown.isHeldBack" @click="asking = true">{{ labels.sendNow }}</PlainButton>
        <PlainButton :busy="busy" @click="act(() => schedule.takeOut(shown!.queueItemId!))">{{
          labels.takeOut
        }}</PlainButton>
        <PlainButton v-if="shown.isHeldBack" kind="act" @click="emit('hold', holder)">{{
          words.hold.lift
        }}</PlainButton>
        <PlainButton v-else @click="emit('hold', { kind: 'post', id: shown.postId })">{{
          shown.isHeld ? words.hold.lift : words.hold.act
        }}</PlainButton>
      </template>
      <PlainButton
        v-else-if="shown.deliveryId"
        :kind="isTrouble(shown.state) ? 'act' : 'plain'"
        @click="goTo(`/delivery/${shown.deliveryId}`)"
        >{{ words.delivery.see }}</PlainButton
      >
      <PlainButton
        v-if="shown.evergreenId"
        :kind="shown.deliveryId ? 'plain' : 'act'"
        @click="goTo(`/evergreens?post=${shown.postId}`)"
        >{{ labels.toEvergreens }}</PlainButton
      >
      <PlainButton v-else-if="shown.queueItemId" @click="goTo(`/desk/${shown.postId}`)">{{
        words.writing.toWriting
      }}</PlainButton>
      <template v-else>
        <PlainButton @click="goTo(`/desk/new?post=${shown.postId}`)">{{
          words.writing.writeAgain
        }}</PlainButton>
        <PlainButton kind="quiet" @click="goTo(`/desk/${shown.postId}`)">{{ labels.file }}</PlainButton>
      </template>
    </template>
  </SideDialog>
  <AskDialog
    :open="asking"
    :title="labels.sendNowAsk.title"
    :detail="labels.sendNowAsk.detail(account)"
    :yes="labels.sendNowAsk.yes"
    :no="labels.sendNowAsk.no"
    :busy="busy"
    @yes="act(() => schedule.sendNow(shown!.queueItemId!))"
    @no="asking = false"
  />
</template>
