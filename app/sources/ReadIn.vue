<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import { Download } from '@lucide/vue'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useImports } from './useImports'

const labels = words.source
const brand = useBrandStore()
const imports = useImports()
const notices = useNoticesStore()
const failed = ref('')
const busy = ref(false)

async function take(chosen: File): Promise<void> {
  busy.value = true
  failed.value = ''
  try {
    await imports.start(await chosen.text())
  } catch (error) {
    failed.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
const act = (work: () => Promise<void>): Promise<void> =>
  work().catch((error: unknown) => notices.complain(error))
const now = computed(() => imports.shown)
const done = computed(() => (now.value ? now.value.total - now.value.waiting : 0))
/** All of the file that became no source: rows that could not be added, and lines that name none. */
const missed = computed(() => (now.value ? now.value.notAdded + now.value.problems.length : 0))
const isGoing = computed(() => (now.value?.waiting ?? 0) > 0)
</script>

<template>
  <section>
    <div class="flex flex-wrap items-center gap-2">
      <template v-if="brand.canWork">
        <FileButton
          accept=".opml,.xml,text/x-opml,text/xml,application/xml"
          :label="labels.fromFile"
          :busy="busy"
          @file="take"
        />
      </template>
      <a
        :href="brand.pathTo(sourceRoutes.exportOpml)"
        download
        class="inline-flex min-h-8 items-center gap-1.5 rounded-[5px] px-2.5 text-[12.5px] font-semibold text-ink-2 hover:text-ink"
        ><Download :size="14" aria-hidden="true" />{{ labels.toFile }}</a
      >
    </div>
    <p class="mt-1 text-small text-ink-3">{{ labels.fileHelp }}</p>
    <ErrorMessage v-if="failed" class="mt-2" :message="failed" />
    <div v-if="now" class="mt-3 rounded-lg border border-rule bg-paper p-4">
      <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
        <p class="font-semibold" aria-live="polite">
          {{
            isGoing
              ? `${labels.reading}: ${labels.readIn(done, now.total)}`
              : labels.readSummary(now.added, now.known, missed)
          }}
        </p>
        <span v-if="now.stopped" class="text-ink-2">{{ labels.wasStopped }}</span>
        <span class="grow" />
        <PlainButton v-if="isGoing && brand.canWork" @click="act(imports.stop)">{{
          labels.stop
        }}</PlainButton>
        <template v-else>
          <template v-if="brand.canWork">
            <PlainButton v-if="now.notAdded > 0" @click="act(imports.again)">{{
              labels.tryAgain
            }}</PlainButton>
            <PlainButton v-if="now.withFolders > 0" @click="act(imports.takeFolders)">{{
              labels.takeFolders(now.withFolders)
            }}</PlainButton>
            <PlainButton v-if="now.standing > 0" @click="act(imports.takeBack)">{{
              labels.takeBack(now.standing)
            }}</PlainButton>
          </template>
          <PlainButton kind="quiet" @click="imports.dismiss()">{{ labels.dismiss }}</PlainButton>
        </template>
      </div>
      <ProgressBar v-if="isGoing" class="mt-2" :label="labels.reading" :done="done" :total="now.total" />
      <ReadProblems
        class="mt-2"
        :title="labels.failures"
        :in-line="labels.inLine"
        :problems="now.problems"
        :failed="now.failed"
        :refused="now.notAdded"
        :more="labels.moreFailed"
      />
    </div>
  </section>
</template>
