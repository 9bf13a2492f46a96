<script setup lang="ts">
import { networkRoutes } from '#shared/networks/routes'
import { ExternalLink } from '@lucide/vue'
import type { Account } from '#shared/networks/types'
import { needsPerson } from '#shared/delivery/states'
import * as words from '#shared/words'
import { useSignIn } from '~/networks/signIn'
import StatedRules from '~/networks/StatedRules.vue'
import AccountDialog from '~/networks/AccountDialog.vue'

const labels = words.accountPage
const route = useRoute()
const id = String(route.params['id'])
const brand = useBrandStore()
const session = useSessionStore()
const notices = useNoticesStore()
const times = useTimes()
const {
  data: page,
  failed,
  reload,
  set,
} = useBrandQuery(networkRoutes.account, {
  changes: ['account', 'delivery', 'line', 'line-order', 'brand', 'clock'],
  freshMs: 0,
  given: () => ({ id }),
})
const editing = ref<Account | null>(null)
const asking = ref(false)
useHead({ title: () => `${page.value?.account.name ?? labels.title} · ${words.frame.product}` })

async function checkNow(): Promise<void> {
  asking.value = true
  try {
    const { returned } = await brand.call(networkRoutes.checkAgain, { id })
    notices.say(words.writingSetUp.checkedAgain(returned))
  } catch (error) {
    notices.complain(error)
  } finally {
    asking.value = false
    await reload()
  }
}
const { begin } = useSignIn()
const connecting = ref(false)
const BY_SIGN_IN: readonly Account['protocol'][] = ['mastodon', 'micropub', 'atproto']
const canSignIn = computed(
  () => brand.isOwner && page.value !== null && BY_SIGN_IN.includes(page.value?.account.protocol ?? 'hand'),
)
/** Where its network has no page to say yes on, a token is asked for. */
async function connectAgain(): Promise<void> {
  connecting.value = true
  try {
    await begin({ accountId: id }, `/account/${id}`)
  } catch (error) {
    connecting.value = false
    notices.complain(error)
    if (!page.value?.account.isSignedIn) editing.value = page.value?.account ?? null
  }
}
async function choose(uid: string, isChosen: boolean): Promise<void> {
  const alsoTo = isChosen ? [...page.value!.alsoTo, uid] : page.value!.alsoTo.filter((item) => item !== uid)
  try {
    set(await brand.call(networkRoutes.setAlsoTo, { id, body: { alsoTo } }))
  } catch (error) {
    notices.complain(error)
    await reload()
  }
}
</script>

<template>
  <div class="contents">
    <PageHead :title="page?.account.name ?? labels.title" :detail="page?.account.handle ?? ''">
      <PlainButton to="/set-up/accounts" kind="quiet">{{ words.setUp.parts.accounts }}</PlainButton>
      <span class="grow" />
      <template v-if="page">
        <PlainButton :to="`/timetable/${id}`">{{ words.timetable.edit }}</PlainButton>
        <PlainButton
          v-if="brand.isOwner && page.account.protocol !== 'hand'"
          :busy="asking"
          @click="checkNow"
          >{{ labels.checkNow }}</PlainButton
        >
        <PlainButton
          v-if="canSignIn"
          :kind="page.refusedAt ? 'act' : 'plain'"
          :busy="connecting"
          @click="connectAgain"
          >{{ words.connect.reconnect }}</PlainButton
        >
        <PlainButton
          v-if="brand.isOwner"
          :kind="page.refusedAt && !canSignIn ? 'act' : 'plain'"
          @click="editing = page.account"
          >{{ page.refusedAt ? labels.newToken : words.frame.edit }}</PlainButton
        >
      </template>
    </PageHead>
    <EmptyState v-if="failed" :title="words.refusals.notFound.title" :detail="failed" />
    <p v-else-if="!page" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[380px_minmax(0,1fr)] max-wide:block max-wide:overflow-y-auto"
    >
      <div
        class="min-h-0 overflow-y-auto border-r border-rule px-6 py-5 max-wide:overflow-visible max-wide:border-r-0"
      >
        <h2 class="part-name">{{ labels.standing }}</h2>
        <p v-if="page.refusedAt" class="mt-2 text-bad" role="status" data-testid="account-standing">
          <b class="font-semibold">{{ labels.refused(times.dayTime(page.refusedAt)) }}</b>
          {{ page.account.trouble }} {{ labels.refusedThen }}
        </p>
        <p v-else-if="page.account.hold" class="mt-2 text-warn" role="status" data-testid="account-standing">
          <b class="font-semibold">{{
            words.hold.on(page.account.hold.until ? times.dayTime(page.account.hold.until) : null)
          }}</b>
          {{ page.account.hold.reason }}
        </p>
        <p v-else class="mt-2 text-ok" data-testid="account-standing">{{ labels.well }}</p>
        <p v-if="page.waits" class="mt-1 text-warn">
          {{ page.waits.message }} {{ labels.until(times.dayTime(page.waits.until)) }}
        </p>
        <p class="mt-1 text-small text-ink-3">
          {{ words.account.protocols[page.account.protocol]
          }}<template v-if="page.account.checkedAt">
            · {{ labels.checkedAt(times.dayTime(page.account.checkedAt)) }}</template
          >
        </p>
        <a
          v-if="page.account.pageUrl"
          :href="session.outside(page.account.pageUrl)"
          target="_blank"
          rel="noopener noreferrer"
          class="mt-2 inline-flex items-center gap-1.5 font-semibold text-act underline underline-offset-2"
          >{{ labels.seePage }}<ExternalLink :size="13" aria-hidden="true"
        /></a>
        <h2 class="part-name mt-6 mb-2">{{ labels.rules }}</h2>
        <StatedRules :account="page.account" />
        <template v-if="page.targets.length > 0">
          <h2 class="part-name mt-6 mb-1.5">{{ labels.alsoTo }}</h2>
          <p class="mb-1.5 text-small text-ink-2">{{ labels.alsoToHint }}</p>
          <label v-for="target in page.targets" :key="target.uid" class="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              class="accent-(--act)"
              :checked="page.alsoTo.includes(target.uid)"
              :disabled="!brand.isOwner"
              @change="choose(target.uid, ($event.target as HTMLInputElement).checked)"
            />{{ target.name }}
          </label>
        </template>
      </div>
      <section
        class="min-h-0 overflow-y-auto bg-sheet px-6 py-5 max-wide:overflow-visible"
        :aria-label="labels.latest"
      >
        <h2 class="part-name">{{ labels.latest }}</h2>
        <p v-if="page.deliveries.length === 0" class="mt-2 text-ink-3">{{ labels.noneYet }}</p>
        <ul v-else class="mt-1 divide-y divide-rule">
          <li v-for="delivery in page.deliveries" :key="delivery.id">
            <NuxtLink
              :to="`/delivery/${delivery.id}`"
              class="grid grid-cols-[92px_112px_minmax(0,1fr)] items-baseline gap-x-3 py-2 hover:text-act max-column:grid-cols-[1fr_auto]"
            >
              <time class="text-small text-ink-2 tabular-nums" :datetime="delivery.at">{{
                times.shortDayTime(delivery.at)
              }}</time>
              <b
                class="text-small font-semibold"
                :class="
                  delivery.state === 'sent'
                    ? 'text-ok'
                    : needsPerson(delivery.state)
                      ? 'text-bad'
                      : delivery.state === 'back-in-line'
                        ? 'text-ink-2'
                        : 'text-warn'
                "
                >{{ words.delivery.states[delivery.state] }}</b
              >
              <span class="serif truncate text-[15px] max-column:col-span-2" dir="auto">{{
                delivery.text
              }}</span>
            </NuxtLink>
          </li>
        </ul>
      </section>
    </div>
    <AccountDialog :account="editing" @close="editing = null" />
  </div>
</template>
