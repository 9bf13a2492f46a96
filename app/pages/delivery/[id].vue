<script setup lang="ts">
import { postRoutes } from '#shared/posts/routes'
import { ExternalLink } from '@lucide/vue'
import type { DeliveryAction } from '#shared/delivery/types'
import { needsPerson } from '#shared/delivery/states'
import * as words from '#shared/words'
import { useDelivery } from '~/delivery/useDelivery'
import PostByHand from '~/delivery/PostByHand.vue'
import ComeRound from '~/evergreens/ComeRound.vue'
import DeliveryHistory from '~/delivery/DeliveryHistory.vue'
import PostAnswers from '~/results/PostAnswers.vue'
import ShortLinkClicks from '~/results/ShortLinkClicks.vue'

const labels = words.delivery
const route = useRoute()
const brand = useBrandStore()
const session = useSessionStore()
const times = useTimes()
const { view, failed, busy, act } = useDelivery(String(route.params['id']))
useHead({ title: () => `${labels.title} · ${words.frame.product}` })
const asking = ref(false)
const tone = computed(() =>
  view.value?.state === 'sent'
    ? 'text-ok'
    : view.value && needsPerson(view.value.state)
      ? 'text-bad'
      : 'text-warn',
)
const isOut = computed(() => view.value?.sentAt !== null)
const NOT_OUT = ['not-sent', 'given-up', 'back-in-line']
const frozenName = computed(() =>
  isOut.value
    ? labels.frozenSent
    : NOT_OUT.includes(view.value?.state ?? '')
      ? labels.frozenNot
      : labels.frozen,
)
const facts = computed(() => {
  const one = view.value
  if (!one) return []
  return [
    labels.due(times.dayTime(one.dueAt)),
    ...(one.sentAt ? [labels.sentAt(times.dayTime(one.sentAt))] : []),
    ...(one.nextAt ? [labels.next(times.dayTime(one.nextAt))] : []),
    ...(one.goodUntil ? [labels.goodUntil(times.dayTime(one.goodUntil))] : []),
    ...(one.attempts > 1 ? [labels.tries(one.attempts)] : []),
  ]
})
const picture = (id: string): string => brand.pathTo(postRoutes.picture, { id, query: { width: 320 } })
const takeBackDetail = computed(() => {
  const account = brand.view?.accounts.find(({ id }) => id === view.value?.accountId)
  const { byHand, detail } = labels.takeBackAsk
  return (account?.protocol === 'hand' ? byHand : detail)(view.value?.account ?? '')
})
async function choose(deed: DeliveryAction): Promise<void> {
  if (deed === 'take-back' && !asking.value) {
    asking.value = true
    return
  }
  await act(deed)
  asking.value = false
}
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :detail="view ? `${view.account} · ${view.handle}` : ''">
      <PlainButton to="/schedule" kind="quiet">{{ labels.back }}</PlainButton>
      <span class="grow" />
      <ComeRound v-if="view && isOut && brand.canWork" :post-id="view.postId" />
    </PageHead>
    <EmptyState v-if="failed" :title="words.refusals.notFound.title" :detail="failed" />
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] max-wide:block max-wide:overflow-y-auto"
    >
      <section
        class="min-h-0 overflow-y-auto bg-sheet px-6 py-5 max-wide:overflow-visible"
        :aria-label="frozenName"
      >
        <p class="serif text-[24px] leading-tight font-medium" :class="tone" data-testid="delivery-state">
          {{ labels.states[view.state] }}
        </p>
        <p class="mt-1.5 max-w-[62ch]">{{ view.message }}</p>
        <p class="mt-1 text-small text-ink-2">{{ facts.join(' · ') }}</p>
        <h2 class="part-name mt-6">{{ frozenName }}</h2>
        <p
          class="serif mt-2 max-w-[62ch] text-[16.5px] leading-normal wrap-anywhere whitespace-pre-wrap"
          dir="auto"
        >
          {{ view.text }}
        </p>
        <div v-if="view.pictures.length > 0" class="mt-3 flex flex-wrap gap-3">
          <figure v-for="item in view.pictures" :key="item.id" class="w-[180px]">
            <img
              :src="picture(item.id)"
              :alt="item.description ?? ''"
              class="max-h-[180px] rounded border border-rule object-contain"
            />
            <figcaption class="mt-1 text-small" :class="item.description ? 'text-ink-2' : 'text-warn'">
              {{ item.description || labels.noDescription }}
            </figcaption>
          </figure>
        </div>
        <dl class="mt-3 grid grid-cols-[max-content_minmax(0,1fr)] gap-x-3 gap-y-1 text-small">
          <template v-if="view.link">
            <dt class="text-ink-3">{{ labels.link }}</dt>
            <dd class="wrap-anywhere">{{ view.link }}</dd>
          </template>
          <template v-if="view.board">
            <dt class="text-ink-3">{{ labels.board }}</dt>
            <dd>{{ view.board }}</dd>
          </template>
        </dl>
        <a
          v-if="view.remoteUrl && view.state !== 'taken-back'"
          :href="session.outside(view.remoteUrl)"
          target="_blank"
          rel="noopener noreferrer"
          class="mt-4 inline-flex items-center gap-1.5 font-semibold text-act underline underline-offset-2"
          >{{ words.schedule.card.onNetwork(view.account) }}<ExternalLink :size="13" aria-hidden="true"
        /></a>
      </section>
      <aside
        class="min-h-0 overflow-y-auto border-l border-rule px-6 py-5 max-wide:overflow-visible max-wide:border-t max-wide:border-l-0"
      >
        <PostByHand
          v-if="brand.canWork && view.state === 'by-hand'"
          class="mb-7"
          :view="view"
          :busy="busy"
          @act="act"
        />
        <template v-else-if="brand.canWork && view.deeds.length > 0">
          <h2 class="part-name">{{ labels.todo }}</h2>
          <ul class="mt-2 mb-7 divide-y divide-rule border-y border-rule">
            <li
              v-for="(deed, at) in view.deeds"
              :key="deed"
              class="grid grid-cols-[158px_minmax(0,1fr)] items-center gap-x-4 py-2.5"
            >
              <PlainButton
                :kind="deed === 'take-back' ? 'bad' : at === 0 ? 'act' : 'plain'"
                :busy="busy === deed"
                @click="choose(deed)"
                >{{ labels.deeds[deed] }}</PlainButton
              >
              <p class="text-small text-ink-2">{{ labels.action[deed] }}</p>
            </li>
          </ul>
        </template>
        <PostAnswers v-if="isOut" :delivery-id="view.id" />
        <ShortLinkClicks v-if="isOut" :delivery-id="view.id" />
        <h2 class="part-name mb-3">{{ labels.history }}</h2>
        <DeliveryHistory :events="view.events" />
      </aside>
    </div>
    <AskDialog
      :open="asking"
      :title="labels.takeBackAsk.title"
      :detail="takeBackDetail"
      :yes="labels.takeBackAsk.yes"
      :no="labels.takeBackAsk.no"
      :busy="busy === 'take-back'"
      @yes="choose('take-back')"
      @no="asking = false"
    />
  </div>
</template>
