<script setup lang="ts">
import { draftingRoutes } from '#shared/drafting/routes'
import * as words from '#shared/words'
import ModelDialog from '~/drafting/ModelDialog.vue'

const labels = words.drafting
const brand = useBrandStore()
const notices = useNoticesStore()
const { data: settings, failed, reload } = useBrandQuery(draftingRoutes.drafting, { changes: ['drafting'] })
const isOpen = ref(false)
const isTrying = ref(false)
/** Less than a hundredth is shown too: a draft costs little. */
const costOf = (sum: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: sum < 1 ? 4 : 2 }).format(
    sum,
  )
const hasModel = computed(() => (settings.value?.host ?? '') !== '')
const used = computed(() => {
  const { used: use, monthTokens, price, currency } = settings.value!
  return [
    labels.usedOf(use.tokens, monthTokens),
    labels.requests(use.requests),
    ...(price === null ? [] : [labels.cost(costOf((use.tokens * price) / 1_000_000, currency))]),
  ].join(' · ')
})
const share = computed(() => Math.min(1, settings.value!.used.tokens / settings.value!.monthTokens))
const remove = (): Promise<unknown> =>
  brand
    .change(labels.removed, () =>
      brand.call(draftingRoutes.removeModel, { body: { version: settings.value!.version } }),
    )
    .catch((error: unknown) => notices.complain(error))
async function tryIt(): Promise<void> {
  isTrying.value = true
  try {
    const { text, ms } = await brand.call(draftingRoutes.tryModel)
    notices.say(labels.trialTook(text, ms))
  } catch (error) {
    notices.complain(error)
  } finally {
    isTrying.value = false
  }
}
</script>

<template>
  <div>
    <PartHead :title="labels.title" :intro="labels.intro">
      <PlainButton
        v-if="brand.isOwner && settings"
        :kind="hasModel ? 'plain' : 'act'"
        @click="isOpen = true"
        >{{ hasModel ? labels.change : labels.set }}</PlainButton
      >
    </PartHead>
    <div v-if="failed" class="px-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!settings" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div v-else class="mx-6 grid max-w-[720px] gap-4">
      <p v-if="!brand.isOwner" class="text-ink-2">{{ labels.ownersOnly }}</p>
      <EmptyState v-if="!hasModel" :title="labels.none.title" :detail="labels.none.detail" />
      <section v-else class="grid gap-2 border-y border-rule py-3" data-model>
        <h2 class="serif text-headline font-medium wrap-anywhere">
          {{ labels.at(settings.model, settings.host) }}
        </h2>
        <p v-if="!settings.hasKey" class="text-small text-ink-2">{{ labels.noKey }}</p>
        <ProgressBar :done="share" :total="1" :label="used" />
        <p class="text-small" :class="share >= 1 ? 'text-bad' : 'text-ink-2'">{{ used }}</p>
        <div v-if="brand.isOwner" class="flex flex-wrap gap-2">
          <PlainButton :busy="isTrying" @click="tryIt">{{ labels.trial }}</PlainButton>
          <PlainButton kind="quiet" @click="remove">{{ labels.remove }}</PlainButton>
        </div>
      </section>
      <p class="flex flex-wrap gap-x-2 text-small text-ink-2">
        {{ labels.instruction }}
        <NuxtLink to="/set-up/writing" class="font-semibold text-act">{{ labels.toWriting }}</NuxtLink>
      </p>
    </div>
    <ModelDialog v-if="settings" :open="isOpen" :settings="settings" @close="isOpen = false" />
  </div>
</template>
