<script setup lang="ts">
import { campaignRoutes } from '#shared/campaigns/routes'
import * as words from '#shared/words'
import CampaignCountsBar from '~/campaigns/CampaignCountsBar.vue'
import CampaignForm from '~/campaigns/CampaignForm.vue'
import { useCampaignDays, type CampaignShelf } from '~/campaigns/useCampaignDays'

const labels = words.campaigns
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const goTo = useGoTo()
const { shelfOf, daysOf } = useCampaignDays()
const {
  data: all,
  failed,
  reload,
} = useBrandQuery(campaignRoutes.campaigns, {
  changes: ['campaign', 'post', 'line', 'line-order', 'delivery', 'evergreen'],
})
const isOpen = ref(false)
const shelves = computed(() =>
  (Object.keys(labels.shelves) as CampaignShelf[])
    .map((shelf) => ({
      shelf,
      name: labels.shelves[shelf],
      campaigns: (all.value ?? []).filter((one) => shelfOf(one) === shelf),
    }))
    .filter(({ campaigns }) => campaigns.length > 0),
)
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="labels.help">
      <PlainButton to="/schedule" kind="quiet">{{ labels.back }}</PlainButton>
      <span class="grow" />
      <PlainButton v-if="brand.canWork" kind="act" @click="isOpen = true">{{ labels.add }}</PlainButton>
    </PageHead>
    <EmptyState v-if="failed && !all" :title="labels.failed" :detail="failed">
      <PlainButton @click="reload">{{ words.frame.again }}</PlainButton>
    </EmptyState>
    <p v-else-if="!all" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState v-else-if="all.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
    <div v-else class="min-h-0 grow overflow-y-auto" tabindex="0">
      <div class="mx-auto grid max-w-[860px] gap-7 px-5 py-6">
        <section v-for="{ shelf, name, campaigns } in shelves" :key="shelf" :aria-label="name">
          <h2 class="part-name mb-1">{{ name }}</h2>
          <ul class="border-t border-rule">
            <li v-for="one in campaigns" :key="one.id" class="border-b border-rule">
              <NuxtLink
                :to="`/campaigns/${one.id}`"
                :class="[
                  'group grid grid-cols-[6px_minmax(0,1fr)_220px] gap-x-4 py-3',
                  'max-column:grid-cols-[6px_minmax(0,1fr)]',
                ]"
              >
                <i
                  class="rounded-sm"
                  :style="{ background: `var(--pillar-${one.ink})` }"
                  aria-hidden="true"
                />
                <span class="min-w-0">
                  <b
                    :class="[
                      'serif block text-headline font-medium [overflow-wrap:anywhere]',
                      'underline-offset-2 group-hover:underline',
                    ]"
                    >{{ one.name }}</b
                  >
                  <span class="block text-small text-ink-3">{{ daysOf(one) }}</span>
                  <span v-if="one.aim" class="mt-0.5 line-clamp-2 text-ink-2">{{ one.aim }}</span>
                </span>
                <CampaignCountsBar
                  class="self-center max-column:col-start-2 max-column:mt-2"
                  :counts="one.counts"
                  :wanted="one.postsWanted"
                  :ink="one.ink"
                />
              </NuxtLink>
            </li>
          </ul>
        </section>
      </div>
    </div>
    <CampaignForm
      :open="isOpen"
      :campaign="null"
      @close="isOpen = false"
      @made="goTo(`/campaigns/${$event}`)"
    />
  </div>
</template>
