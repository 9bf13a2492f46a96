<script setup lang="ts">
import { Download } from '@lucide/vue'
import { batchRoutes } from '#shared/batches/routes'
import type { BatchLine } from '#shared/batches/types'
import * as words from '#shared/words'
import { useBatchFile } from '~/batches/useBatchFile'

const labels = words.batch
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const times = useTimes()
const file = useBatchFile()
const { doing, failed } = file
const {
  data: files,
  failed: listFailed,
  reload,
} = useBrandQuery(batchRoutes.batches, {
  changes: ['batch'],
  enabled: () => brand.canWork,
})
async function take(chosen: File): Promise<void> {
  const view = await file.start(chosen)
  if (view) await navigateTo(`/posts-from-file/${view.id}`)
}
const countsOf = ({ counts, state }: BatchLine): string =>
  [
    labels.summary.total(counts.total),
    state === 'ready' ? '' : labels.states[state],
    counts.faulty > 0 ? labels.summary.faulty(counts.faulty) : '',
    counts.ready > 0 ? labels.summary.ready(counts.ready) : '',
    counts.taken > 0 ? labels.summary.taken(counts.taken) : '',
  ]
    .filter(Boolean)
    .join(' · ')
const link = 'inline-flex min-h-8 items-center gap-1.5 text-[12.5px] font-semibold text-ink-2 hover:text-ink'
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="labels.help">
      <PlainButton to="/schedule?face=list" kind="quiet">{{ labels.back }}</PlainButton>
    </PageHead>
    <EmptyState
      v-if="brand.view && !brand.canWork"
      :title="words.refusals.notAllowed.title"
      :detail="words.refusals.notAllowed.detail"
    />
    <div v-else class="min-h-0 grow overflow-y-auto" tabindex="0">
      <div class="mx-auto grid max-w-[720px] gap-8 px-5 py-8">
        <section class="grid gap-3">
          <p class="serif text-[17px] leading-snug">{{ labels.intro }}</p>
          <p class="text-ink-2">{{ labels.columnsHelp }}</p>
          <p class="text-ink-2">{{ labels.timeHelp(brand.view?.brand.zone ?? '') }}</p>
          <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
            <FileButton
              kind="act"
              :label="labels.choose"
              accept=".csv,.tsv,.txt,.zip,text/csv,application/zip"
              :busy="doing !== ''"
              @file="take"
            />
            <a :href="brand.pathTo(batchRoutes.sample)" download :class="link"
              ><Download :size="14" aria-hidden="true" />{{ labels.sampleFile }}</a
            >
            <a :href="brand.pathTo(batchRoutes.written)" download :class="link"
              ><Download :size="14" aria-hidden="true" />{{ labels.linedFile }}</a
            >
          </div>
          <p v-if="doing" class="text-ink-2" role="status">{{ doing }} …</p>
          <ErrorMessage v-if="failed" :message="failed" />
        </section>
        <section class="grid gap-1">
          <h2 class="part-name">{{ labels.files }}</h2>
          <template v-if="listFailed">
            <ErrorMessage :message="listFailed" />
            <PlainButton class="justify-self-start" @click="reload">{{ words.frame.again }}</PlainButton>
          </template>
          <p v-else-if="!files" class="text-ink-3">{{ words.frame.loading }} …</p>
          <p v-else-if="files.length === 0" class="text-ink-3">{{ labels.noFiles }}</p>
          <ul v-else>
            <li v-for="one in files" :key="one.id" class="border-b border-rule">
              <NuxtLink :to="`/posts-from-file/${one.id}`" class="group block py-2.5">
                <b class="block truncate font-semibold underline-offset-2 group-hover:underline">{{
                  one.name
                }}</b>
                <span class="block text-small text-ink-2">{{ countsOf(one) }}</span>
                <span class="block text-small text-ink-3">{{
                  labels.fileFrom(one.by, times.dayTime(one.at))
                }}</span>
              </NuxtLink>
            </li>
          </ul>
        </section>
      </div>
    </div>
  </div>
</template>
