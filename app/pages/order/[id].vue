<script setup lang="ts">
import { makesPosts } from '#shared/orders/types'
import * as words from '#shared/words'
import DryRunView from '~/orders/DryRunView.vue'
import OrderSentence from '~/orders/OrderSentence.vue'
import OrderTexts from '~/orders/OrderTexts.vue'
import UnseenConsent from '~/orders/UnseenConsent.vue'
import { useDryRun } from '~/orders/useDryRun'
import { useOrderEditor } from '~/orders/useOrderEditor'

const labels = words.orders
const route = useRoute()
const goTo = useGoTo()
const brand = useBrandStore()
const id = route.params['id'] === 'new' ? null : String(route.params['id'])
const { form, known, orders, isMissing, isChanged, save, turn, remove } = useOrderEditor(id)
useHead({ title: () => `${known.value?.name ?? labels.newTitle} · ${words.frame.product}` })
const isMaking = computed(() => makesPosts(form.values.rule.act))
const isRuleRight = computed(
  () => !Object.keys(form.complaints.value).some((name) => name.startsWith('rule')),
)
const { run, ran, progress, failed, tryNow } = useDryRun(() =>
  isMissing.value || !isRuleRight.value ? null : { rule: form.values.rule, id },
)
const isReady = computed(() => id === null || known.value !== null)
async function saveIt(): Promise<void> {
  const made = await save()
  if (made && !id) await goTo(`/order/${made}`)
}
async function removeIt(): Promise<void> {
  if (await remove()) await goTo('/set-up/orders')
}
useKeys([
  { keys: ['Enter'], command: true, message: words.frame.save, run: () => brand.canWork && void saveIt() },
])
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="known?.name ?? labels.newTitle">
      <b
        v-if="known"
        class="rounded border border-rule px-1.5 text-small font-medium"
        :class="known.state === 'on' ? 'text-ok' : known.state === 'resting' ? 'text-bad' : 'text-ink-2'"
        >{{ labels.states[known.state] }}</b
      >
      <NuxtLink to="/set-up/orders" class="text-small font-semibold text-act">{{ labels.title }}</NuxtLink>
      <NuxtLink
        v-if="known"
        :to="{ path: '/order-log', query: { order: known.id } }"
        class="text-small font-semibold text-act"
        >{{ labels.log }}</NuxtLink
      >
      <span class="grow" />
      <template v-if="brand.canWork && !isMissing && isReady">
        <PlainButton v-if="known" @click="removeIt">{{ labels.remove }}</PlainButton>
        <PlainButton
          :kind="isChanged || !known ? 'act' : undefined"
          :busy="form.busy.value"
          :disabled="known !== null && !isChanged"
          @click="saveIt"
          >{{ known ? labels.saveChanges : labels.save }}</PlainButton
        >
        <PlainButton v-if="known?.state === 'on'" @click="turn(false)">{{ labels.switchOff }}</PlainButton>
        <PlainButton
          v-else-if="known"
          :kind="isChanged ? undefined : 'act'"
          :disabled="isChanged"
          :title="isChanged ? labels.saveFirst : undefined"
          @click="turn(true)"
          >{{ labels.switchOn }}</PlainButton
        >
      </template>
    </PageHead>
    <EmptyState v-if="isMissing" :title="labels.unknown.title" :detail="labels.unknown.detail">
      <NuxtLink to="/set-up/orders" class="font-semibold text-act">{{ labels.unknown.go }}</NuxtLink>
    </EmptyState>
    <div v-else-if="orders.failed.value" class="p-6"><ErrorMessage :message="orders.failed.value" /></div>
    <p v-else-if="!isReady || !brand.view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      :class="[
        'grid min-h-0 grow grid-cols-[minmax(360px,0.72fr)_minmax(0,1fr)] max-column:block',
        'max-column:overflow-y-auto',
      ]"
    >
      <form
        :class="[
          'grid min-h-0 content-start gap-5 overflow-y-auto border-r border-rule px-5 py-4 pb-24',
          'max-column:overflow-visible max-column:border-r-0',
        ]"
        novalidate
        @submit.prevent="saveIt"
      >
        <TextField
          v-model="form.values.name"
          :label="labels.name"
          :error="form.errors.value.name"
          @leave="form.leave('name')"
        />
        <p v-if="known?.message" class="text-bad" role="status">{{ known.message }}</p>
        <OrderSentence v-model="form.values.rule" :errors="form.complaints.value" />
        <ErrorMessage :message="form.problem.value" />
        <OrderTexts
          v-if="isMaking"
          v-model="form.values.rule.post.texts"
          v-model:drafted="form.values.rule.post.drafted"
          :may-draft="form.values.rule.act !== 'lined' || form.values.rule.post.drafted"
          :is-article="form.values.rule.from.kind === 'articles'"
          :errors="form.errors.value"
        />
        <UnseenConsent v-if="isMaking" :rule="form.values.rule" />
      </form>
      <div class="min-h-0 overflow-y-auto bg-paper max-column:overflow-visible" tabindex="0">
        <DryRunView
          :rule="ran ?? form.values.rule"
          :run="run"
          :progress="progress"
          :failed="failed"
          @again="tryNow()"
        />
      </div>
    </div>
  </div>
</template>
