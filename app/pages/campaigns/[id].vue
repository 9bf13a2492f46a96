<script setup lang="ts">
import { campaignRoutes } from '#shared/campaigns/routes'
import * as words from '#shared/words'
import CampaignCountsBar from '~/campaigns/CampaignCountsBar.vue'
import CampaignForm from '~/campaigns/CampaignForm.vue'
import CouldServeList from '~/campaigns/CouldServeList.vue'
import EndCampaign from '~/campaigns/EndCampaign.vue'
import { useCampaignDays } from '~/campaigns/useCampaignDays'

const labels = words.campaigns
const route = useRoute()
const brand = useBrandStore()
const notices = useNoticesStore()
const goTo = useGoTo()
const times = useTimes()
const { daysOf } = useCampaignDays()
const id = computed(() => String(route.params['id']))
const {
  data: campaign,
  failed,
  reload,
} = useBrandQuery(campaignRoutes.campaign, {
  changes: ['campaign', 'post', 'line', 'line-order', 'delivery', 'evergreen', 'responses'],
  given: () => ({ id: id.value }),
})
useHead({ title: () => `${campaign.value?.name ?? labels.title} · ${words.frame.product}` })
const isEditing = ref(false)
const isEnding = ref(false)
const pillarName = computed(
  () => brand.view?.pillars.find((pillar) => pillar.id === campaign.value?.pillarId)?.name ?? '',
)
const facts = computed(() => {
  const one = campaign.value
  if (!one) return ''
  return [
    pillarName.value,
    (one.accountIds ?? []).map((account) => brand.accountName(account)).join(', '),
    one.hashtags.map((tag) => `#${tag}`).join(' '),
  ]
    .filter(Boolean)
    .join(' · ')
})
const late = computed(
  () => new Set(campaign.value?.planned.flatMap((one) => (one.isAfterEnd ? one.postId : []))).size,
)
async function goOn(): Promise<void> {
  const { name } = campaign.value!
  try {
    await brand.change(labels.end.wentOn(name), () => brand.call(campaignRoutes.goOn, { id: id.value }))
  } catch (error) {
    notices.complain(error)
  }
}
</script>

<template>
  <div class="contents">
    <PageHead :title="campaign?.name ?? labels.title" :help="labels.help">
      <PlainButton to="/campaigns" kind="quiet">{{ labels.backToAll }}</PlainButton>
      <span class="grow" />
      <template v-if="campaign && brand.canWork">
        <PlainButton :to="{ path: '/desk/new', query: { campaign: id } }" kind="act">{{
          labels.write
        }}</PlainButton>
        <PlainButton @click="isEditing = true">{{ words.frame.edit }}</PlainButton>
        <PlainButton v-if="campaign.endedAt" @click="goOn">{{ labels.end.goOn }}</PlainButton>
        <PlainButton v-else @click="isEnding = true">{{ labels.end.act }}</PlainButton>
      </template>
    </PageHead>
    <EmptyState v-if="failed && !campaign" :title="labels.failed" :detail="failed">
      <PlainButton @click="reload">{{ words.frame.again }}</PlainButton>
    </EmptyState>
    <p v-else-if="!campaign" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_380px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="min-h-0 overflow-y-auto px-5 py-5 max-wide:overflow-visible" tabindex="0">
        <div class="grid max-w-[640px] gap-7">
          <section
            class="grid gap-2 border-l-4 pl-4"
            :style="{ borderColor: `var(--pillar-${campaign.ink})` }"
          >
            <p class="text-ink-2">{{ daysOf(campaign) }}</p>
            <p v-if="campaign.aim" class="serif text-[17px] leading-snug [overflow-wrap:anywhere]">
              {{ campaign.aim }}
            </p>
            <p v-if="facts" class="text-small text-ink-3 [overflow-wrap:anywhere]">{{ facts }}</p>
            <CampaignCountsBar :counts="campaign.counts" :wanted="campaign.postsWanted" :ink="campaign.ink" />
            <p v-if="campaign.share.all > 0" class="text-small text-ink-2">
              {{ labels.share(campaign.share.own, campaign.share.all, campaign.shareWanted) }}
            </p>
          </section>
          <section class="grid gap-1" :aria-label="labels.planned">
            <div class="flex items-baseline justify-between gap-3">
              <h2 class="part-name">{{ labels.planned }}</h2>
              <NuxtLink
                :to="{ path: '/schedule', query: { face: 'list', campaign: id } }"
                class="min-h-6 text-small font-semibold text-act underline-offset-2 hover:underline"
                >{{ labels.all }}</NuxtLink
              >
            </div>
            <p v-if="late > 0" class="text-small text-warn" role="status">{{ labels.afterEndCount(late) }}</p>
            <p v-if="campaign.planned.length === 0" class="text-ink-3">{{ labels.nothingPlanned }}</p>
            <ul v-else class="border-t border-rule">
              <li
                v-for="one in campaign.planned"
                :key="one.lineId"
                class="grid grid-cols-[118px_minmax(0,1fr)] gap-x-3 border-b border-rule py-2"
              >
                <time :datetime="one.at" class="text-small text-ink-2">{{ times.dayTime(one.at) }}</time>
                <span class="min-w-0">
                  <span class="serif line-clamp-2" dir="auto">{{ one.text }}</span>
                  <span class="block text-small text-ink-3"
                    >{{ brand.accountName(one.accountId)
                    }}<template v-if="one.isAfterEnd">
                      · <span class="font-semibold text-warn">{{ labels.afterEnd }}</span></template
                    ></span
                  >
                </span>
              </li>
            </ul>
          </section>
          <section class="grid gap-1" :aria-label="labels.results">
            <h2 class="part-name">{{ labels.results }}</h2>
            <p v-if="campaign.results.sendings === 0" class="text-ink-3">{{ labels.nothingSent }}</p>
            <p v-else>
              {{ labels.sendings(campaign.results.sendings) }} ·
              {{
                campaign.results.answers === null
                  ? labels.noAnswers
                  : labels.answers(campaign.results.answers)
              }}
              · {{ labels.clicks(campaign.results.clicks) }}
            </p>
          </section>
        </div>
      </div>
      <aside
        :class="[
          'min-h-0 overflow-y-auto border-l border-rule bg-sheet px-5 py-5',
          'max-wide:overflow-visible max-wide:border-t max-wide:border-l-0',
        ]"
        tabindex="0"
      >
        <CouldServeList
          :id="id"
          :has-words="campaign.words.trim() !== '' || campaign.moreWords.trim() !== ''"
        />
      </aside>
    </div>
    <CampaignForm
      v-if="campaign"
      :open="isEditing"
      :campaign="campaign"
      @close="isEditing = false"
      @removed="goTo('/campaigns')"
    />
    <EndCampaign v-if="campaign" :open="isEnding" :campaign="campaign" @close="isEnding = false" />
  </div>
</template>
