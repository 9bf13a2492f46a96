<script setup lang="ts">
import { ImagePlus, SlidersHorizontal, Trash2 } from '@lucide/vue'
import type { PostCells } from '#core/formats/postFields'
import { batchRoutes } from '#shared/batches/routes'
import type { BatchRow } from '#shared/batches/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import BatchReading from '~/batches/BatchReading.vue'
import BatchRowPanel from '~/batches/BatchRowPanel.vue'
import BatchTable from '~/batches/BatchTable.vue'
import { useBatch } from '~/batches/useBatch'
import { useBatchFile } from '~/batches/useBatchFile'

const labels = words.batch
const route = useRoute()
const id = String(route.params['id'])
const brand = useBrandStore()
const notices = useNoticesStore()
const batch = useBatch(id)
const { view, viewFailed, tab, total, failed, busy } = batch
const file = useBatchFile()
useHead({ title: () => `${view.value?.name ?? labels.title} · ${words.frame.product}` })

const counts = computed(() => view.value?.counts)
const isGoing = computed(() => view.value?.state === 'taking' || view.value?.state === 'taking-back')
const isChecking = computed(() => view.value?.state === 'checking' && (counts.value?.unchecked ?? 0) > 0)
const tabs = computed(() => [
  { value: 'all' as const, label: labels.tabs.all, count: counts.value?.total ?? null },
  { value: 'faulty' as const, label: labels.tabs.faulty, count: counts.value?.faulty ?? null },
  { value: 'ready' as const, label: labels.tabs.ready, count: counts.value?.ready ?? null },
  { value: 'left-out' as const, label: labels.tabs['left-out'], count: counts.value?.leftOut ?? null },
  { value: 'taken' as const, label: labels.tabs.taken, count: counts.value?.taken ?? null },
])

/** The row that is mended, as it was opened; its newer state comes with its page. */
const opened = shallowRef<BatchRow | null>(null)
const openedAt = ref(-1)
const panel = ref<InstanceType<typeof BatchRowPanel> | null>(null)
const rowFailed = ref('')
const saving = ref(false)
const readingFailed = ref('')
const row = computed(() => {
  const now = openedAt.value < 0 ? null : batch.rowAt(openedAt.value)
  return now?.position === opened.value?.position ? now : opened.value
})
/** What was written of a row before another is opened is kept first. */
async function leaveRow(): Promise<boolean> {
  if (panel.value?.isChanged) await save(panel.value.changed)
  return rowFailed.value === ''
}
async function openAt(index: number): Promise<void> {
  if (!(await leaveRow())) return
  const found = batch.rowAt(index)
  if (!found) return
  opened.value = found
  openedAt.value = index
  rowFailed.value = ''
}
async function choose(found: BatchRow): Promise<void> {
  if (!(await leaveRow())) return
  opened.value = found
  openedAt.value = Array.from({ length: total.value ?? 0 }, (_, at) => at).findIndex(
    (at) => batch.rowAt(at)?.position === found.position,
  )
  rowFailed.value = ''
}
async function goToFaulty(): Promise<void> {
  if (!(await leaveRow())) return
  const found = await batch.nextFaulty(row.value?.position ?? -1).catch(() => null)
  if (found) await choose(found)
}
async function save(cells: PostCells): Promise<void> {
  const position = row.value!.position
  saving.value = true
  rowFailed.value = ''
  try {
    opened.value = await batch.edit(position, { cells })
  } catch (error) {
    rowFailed.value = sentenceOf(error)
  } finally {
    saving.value = false
  }
}
const attempt = (work: () => Promise<unknown>): Promise<unknown> =>
  work().catch((error: unknown) => notices.complain(error))
async function apply(reading: Parameters<typeof batch.setReading>[0]): Promise<void> {
  readingFailed.value = ''
  await batch.setReading(reading).catch((error: unknown) => (readingFailed.value = sentenceOf(error)))
}
async function addPictures(files: FileList | null): Promise<void> {
  const now = files && files.length > 0 ? await file.addPictures(id, [...files]) : null
  if (now) batch.show(now)
  await batch.again()
}
const asksTakeBack = ref(false)
async function takeBack(): Promise<void> {
  asksTakeBack.value = false
  await attempt(batch.takeBack)
}
async function remove(): Promise<void> {
  await attempt(async () => {
    await brand.change(labels.removed, () => brand.call(batchRoutes.remove, { id }))
    await navigateTo('/posts-from-file')
  })
}
const input = ref<HTMLInputElement | null>(null)
</script>

<template>
  <div class="contents">
    <PageHead :title="view?.name || labels.title" :help="labels.help">
      <PlainButton to="/posts-from-file" kind="quiet">{{ labels.allFiles }}</PlainButton>
      <span class="grow" />
      <template v-if="view && !isGoing">
        <input
          ref="input"
          type="file"
          multiple
          accept="image/*"
          class="sr-only"
          tabindex="-1"
          :aria-label="labels.addPictures"
          @change="addPictures(($event.target as HTMLInputElement).files)"
        />
        <PlainButton kind="quiet" :aria-label="labels.remove" :title="labels.remove" @click="remove"
          ><Trash2 :size="14" aria-hidden="true"
        /></PlainButton>
        <PlainButton :busy="file.doing.value !== ''" @click="input?.click()"
          ><ImagePlus :size="14" aria-hidden="true" />{{ labels.addPictures }}</PlainButton
        >
        <PlainButton v-if="(counts?.taken ?? 0) > 0" @click="asksTakeBack = true">{{
          labels.takeBack
        }}</PlainButton>
        <PlainButton
          v-if="(counts?.ready ?? 0) > 0 || (counts?.taken ?? 0) === 0"
          kind="act"
          :busy="busy"
          :disabled="view.state !== 'ready' || (counts?.ready ?? 0) === 0"
          @click="attempt(batch.take)"
          >{{ labels.take(counts?.ready ?? 0) }}</PlainButton
        >
      </template>
      <div v-if="view" class="flex basis-full flex-wrap items-center gap-x-4 gap-y-1">
        <ChoiceTabs v-model="tab" :label="labels.shown" :choices="tabs" />
        <span class="grow" />
        <PlainButton v-if="opened" kind="quiet" @click="opened = null"
          ><SlidersHorizontal :size="13" aria-hidden="true" />{{ labels.how }}</PlainButton
        >
      </div>
    </PageHead>
    <div
      v-if="view && (isGoing || isChecking)"
      class="flex items-center gap-3 border-b border-rule px-3.5 py-2 text-small"
      role="status"
    >
      <template v-if="isGoing">
        <span>{{
          view.state === 'taking'
            ? labels.takingNow(view.counts.taken, view.counts.taken + view.counts.ready)
            : labels.takingBackNow
        }}</span>
        <ProgressBar
          class="max-w-[320px] grow"
          :label="labels.states[view.state]"
          :done="view.state === 'taking' ? view.counts.taken : view.counts.total - view.counts.taken"
          :total="view.state === 'taking' ? view.counts.taken + view.counts.ready : view.counts.total"
        />
        <PlainButton @click="attempt(batch.stop)">{{ labels.stop }}</PlainButton>
      </template>
      <template v-else>
        <span>{{ labels.checking(view.counts.total - view.counts.unchecked, view.counts.total) }}</span>
        <ProgressBar
          class="max-w-[320px] grow"
          :label="labels.states.checking"
          :done="view.counts.total - view.counts.unchecked"
          :total="view.counts.total"
        />
      </template>
    </div>
    <p v-if="file.doing.value" class="px-3.5 py-1.5 text-small text-ink-2" role="status">
      {{ file.doing.value }} …
    </p>
    <ErrorMessage v-if="file.failed.value" class="px-3.5 py-1.5" :message="file.failed.value" />
    <template v-if="viewFailed">
      <EmptyState :title="labels.gone.title" :detail="viewFailed">
        <PlainButton to="/posts-from-file">{{ labels.allFiles }}</PlainButton>
      </EmptyState>
    </template>
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_316px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="flex min-h-0 flex-col max-wide:h-[60vh]">
        <p v-if="view.tooMany > 0" class="px-3.5 py-1.5 text-small text-warn">
          {{ labels.tooMany(view.tooMany, LIMITS.batchRows) }}
        </p>
        <p v-if="view.moved > 0 && view.state === 'ready'" class="px-3.5 py-1.5 text-small text-ink-2">
          {{ labels.moved(view.moved) }}
        </p>
        <div v-if="failed" class="p-6">
          <ErrorMessage :message="failed" />
          <PlainButton class="mt-3" @click="batch.again()">{{ words.frame.again }}</PlainButton>
        </div>
        <p v-else-if="total === null" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
        <EmptyState v-else-if="total === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
        <BatchTable
          v-else
          :total="total"
          :row-at="batch.rowAt"
          :chosen="row?.position ?? null"
          :read-only="isGoing"
          @look="batch.look"
          @choose="choose"
          @include="(one, isLeftOut) => attempt(() => batch.edit(one.position, { isLeftOut }))"
        />
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-l border-rule px-4 py-4 max-wide:border-t max-wide:border-l-0"
        tabindex="0"
      >
        <BatchRowPanel
          v-if="row"
          ref="panel"
          :row="row"
          :has-faulty="(counts?.faulty ?? 0) > 0"
          :read-only="isGoing"
          :busy="saving"
          :failed="rowFailed"
          @save="save"
          @step="openAt(openedAt + $event)"
          @next-faulty="goToFaulty"
        />
        <BatchReading
          v-else
          :view="view"
          :read-only="isGoing"
          :busy="busy"
          :failed="readingFailed"
          @apply="apply"
        />
      </aside>
    </div>
    <AskDialog
      :open="asksTakeBack"
      :title="labels.askTakeBack.title"
      :detail="labels.askTakeBack.detail"
      :yes="labels.takeBack"
      :no="words.frame.cancel"
      @yes="takeBack"
      @no="asksTakeBack = false"
    />
  </div>
</template>
