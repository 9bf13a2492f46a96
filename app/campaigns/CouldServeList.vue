<script setup lang="ts">
import { campaignRoutes } from '#shared/campaigns/routes'
import * as words from '#shared/words'
import FoundListItem from '~/reading/FoundListItem.vue'

/** What holds a campaign's words and no post was made of. */
const props = defineProps<{ id: string; hasWords: boolean }>()
const labels = words.campaigns.serve
const { data, failed, reload } = useBrandQuery(campaignRoutes.couldServe, {
  // Each of its words is looked for: what comes in meanwhile is found when one comes back.
  changes: ['campaign', 'post'],
  given: () => ({ id: props.id }),
  enabled: () => props.hasWords,
  freshMs: 0,
})
</script>

<template>
  <section class="grid content-start gap-2" :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p v-if="!hasWords" class="text-ink-2">{{ labels.noWords }}</p>
    <template v-else>
      <p class="text-small text-ink-2">{{ labels.detail }}</p>
      <template v-if="failed && !data">
        <ErrorMessage :message="failed" />
        <PlainButton class="justify-self-start" @click="reload">{{ words.frame.again }}</PlainButton>
      </template>
      <p v-else-if="!data" class="text-ink-3">{{ words.frame.loading }} …</p>
      <p v-else-if="data.clippings.length + data.articles.length === 0" class="text-ink-3">
        {{ labels.none }}
      </p>
      <template v-else>
        <template v-if="data.clippings.length > 0">
          <h3 class="mt-1 font-semibold">{{ labels.clippings }}</h3>
          <ul class="divide-y divide-rule border-y border-rule">
            <li v-for="one in data.clippings" :key="one.id">
              <NuxtLink
                :to="{ path: '/clippings', query: { show: one.show, clipping: one.id } }"
                class="block py-2 hover:bg-paper"
              >
                <span class="serif line-clamp-2 font-medium" dir="auto">{{ one.title || one.place }}</span>
                <span class="block truncate text-small text-ink-3">{{ one.site }}</span>
              </NuxtLink>
            </li>
          </ul>
        </template>
        <template v-if="data.articles.length > 0">
          <h3 class="mt-1 font-semibold">{{ labels.articles }}</h3>
          <ul class="-mx-4 divide-y divide-rule">
            <FoundListItem v-for="one in data.articles" :key="one.id" :row="one" :current="false" />
          </ul>
        </template>
      </template>
    </template>
  </section>
</template>
