<script setup lang="ts">
import { watchRoutes } from '#shared/watches/routes'
import { formOfQuery, queryOfForm } from '#core/watch/form'
import { formatWatch } from '#core/watch/format'
import { termsOf } from '#core/watch/terms'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { readQuery } from '~/watches/readQuery'
import { useWatchEditor } from '~/watches/useWatchEditor'
import { useWatchPreview } from '~/watches/useWatchPreview'
import WatchRunListItem from '~/watches/WatchRunListItem.vue'
import QueryText from '~/watches/QueryText.vue'
import QueryForm from '~/watches/QueryForm.vue'
import WatchActions from '~/watches/WatchActions.vue'
import WatchOutcome from '~/watches/WatchOutcome.vue'

const labels = words.watch
const route = useRoute()
const goTo = useGoTo()
const brand = useBrandStore()
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const id = route.params['id'] === 'new' ? null : String(route.params['id'])
const { form, known, isMissing, isChanged, save, remove } = useWatchEditor(id, {
  query: asked('words'),
  name: asked('name'),
})
useHead({ title: () => `${known.value?.name ?? labels.newTitle} · ${words.frame.product}` })

const read = computed(() => readQuery(form.values.query))
const asForm = computed(() =>
  form.values.query.trim() === '' ? true : read.value.tree !== null && formOfQuery(read.value.tree) !== null,
)
const face = ref<'form' | 'text'>('form')
const faces = (['form', 'text'] as const).map((value) => ({ value, label: labels.faces[value] }))
// A query that a form can't hold is opened as text.
watch(
  () => [brand.view !== null, form.values.version],
  () => {
    if (!asForm.value) face.value = 'text'
  },
  { immediate: true, flush: 'post' },
)
const { look, offered, looking, failed } = useWatchPreview(() =>
  read.value.tree
    ? { query: form.values.query, folders: form.values.folders, sources: form.values.sources }
    : null,
)

/** Takes one of its words out of the query. */
function leaveOut(at: number): void {
  const rest = read.value.tree && termsOf(read.value.tree)[at]?.without
  if (rest) form.values.query = formatWatch(rest)
}
/** Adds a word as one of those that may be there. */
function addWord(word: string): void {
  const tree = read.value.tree
  const asked = tree && formOfQuery(tree)
  if (!tree) form.values.query = word
  else if (asked)
    form.values.query = formatWatch(
      queryOfForm({
        ...asked,
        side: [...asked.side, ...(asked.lead.length + asked.side.length === 0 ? asked.all : []), word],
        all: asked.lead.length + asked.side.length === 0 ? [] : asked.all,
      })!,
    )
  else form.values.query = `(${form.values.query}) OR ${word}`
}
async function saveIt(): Promise<void> {
  const made = await save()
  if (made && !id) await goTo({ path: '/wire', query: { watch: made } })
}
async function removeIt(): Promise<void> {
  if (await remove()) await goTo('/set-up/watches')
}
const change = (what: string, work: () => Promise<Undoable>): Promise<boolean> =>
  form.send(async () => {
    await brand.change(what, work)
    form.values.version = known.value?.version ?? form.values.version
  })
const queryError = computed(() =>
  form.errors.value.query && !read.value.trouble ? form.errors.value.query : '',
)
useKeys([
  { keys: ['Enter'], command: true, message: words.frame.save, run: () => brand.canWork && void saveIt() },
])
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="known?.name ?? labels.newTitle">
      <WatchRunListItem v-if="known" :watch="known" />
      <span class="grow" />
      <template v-if="brand.canWork && !isMissing">
        <NuxtLink
          v-if="known"
          :to="{ path: '/wire', query: { watch: known.id } }"
          class="px-2 font-semibold text-act"
          >{{ labels.toWire }}</NuxtLink
        >
        <PlainButton v-if="known" @click="removeIt">{{ labels.remove }}</PlainButton>
        <PlainButton
          kind="act"
          :busy="form.busy.value"
          :disabled="known !== null && !isChanged"
          @click="saveIt"
          >{{ form.busy.value ? labels.saving : known ? words.frame.save : labels.add }}</PlainButton
        >
      </template>
    </PageHead>
    <EmptyState v-if="isMissing" :title="labels.unknown.title" :detail="labels.unknown.detail">
      <NuxtLink to="/set-up/watches" class="font-semibold text-act">{{ labels.unknown.go }}</NuxtLink>
    </EmptyState>
    <EmptyState
      v-else-if="brand.view && !brand.canWork"
      :title="labels.readOnly"
      :detail="known?.query ?? ''"
    />
    <p v-else-if="!brand.view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(340px,0.85fr)_minmax(0,1fr)] max-column:grid-cols-1 max-column:overflow-y-auto"
    >
      <form
        class="min-h-0 overflow-y-auto border-r border-rule px-5 py-4 max-column:overflow-visible max-column:border-r-0"
        novalidate
        @submit.prevent="saveIt"
      >
        <div class="grid gap-4">
          <TextField
            v-model="form.values.name"
            :label="labels.name"
            :placeholder="labels.nameHint"
            :error="form.errors.value.name"
            @leave="form.leave('name')"
          />
          <ChoiceButtons v-model="face" :label="labels.face" :choices="faces" />
          <QueryText
            v-if="face === 'text'"
            v-model:query="form.values.query"
            :error="queryError"
            @leave="form.leave('query')"
          />
          <template v-else>
            <div v-if="!asForm" class="rounded-md border border-rule p-3" role="status">
              <p class="font-semibold">{{ read.trouble ? read.trouble.message : labels.tooMuch.title }}</p>
              <p class="mt-1 text-ink-2">{{ labels.tooMuch.detail }}</p>
              <p class="mt-2 text-small wrap-anywhere">{{ form.values.query }}</p>
            </div>
            <template v-else>
              <QueryForm v-model:query="form.values.query" />
              <p v-if="queryError" class="text-small text-bad" role="alert">{{ queryError }}</p>
              <p v-if="form.values.query" class="text-small wrap-anywhere text-ink-3" data-query>
                {{ form.values.query }}
              </p>
            </template>
          </template>
          <InkField v-model="form.values.ink" :label="labels.ink" />
          <WatchActions :values="form.values" :errors="form.errors.value" />
          <FeedAddress
            v-if="known"
            :stated="known.feedAddress"
            :open="() => brand.call(watchRoutes.openFeed, { id: known!.id })"
            :close="() => brand.call(watchRoutes.closeFeed, { id: known!.id })"
            :intro="labels.feed.intro"
            :address-hint="labels.feed.addressHint"
            :opened="labels.feed.opened"
            :change="change"
            :busy="form.busy.value"
            heading="h2"
          />
          <ErrorMessage :message="form.problem.value" />
        </div>
      </form>
      <div class="min-h-0 overflow-y-auto max-column:overflow-visible">
        <WatchOutcome
          :look="look"
          :offered="offered"
          :looking="looking"
          :failed="failed"
          :ink="form.values.ink"
          :days="LIMITS.watchDays"
          :is-stale="read.trouble !== null"
          :is-empty="form.values.query.trim() === ''"
          @leave-out="leaveOut"
          @add="addWord"
        />
      </div>
    </div>
  </div>
</template>
