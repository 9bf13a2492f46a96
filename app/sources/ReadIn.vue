<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import { Download, FileUp } from '@lucide/vue'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useImports } from './useImports'

const labels = words.source
const brand = useBrandStore()
const imports = useImports()
const notices = useNoticesStore()
const failed = ref('')
const busy = ref(false)
const file = ref<HTMLInputElement | null>(null)

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (!chosen) return
  busy.value = true
  failed.value = ''
  try {
    await imports.start(await chosen.text())
  } catch (error) {
    failed.value = sentenceOf(error)
  } finally {
    busy.value = false
    input.value = ''
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
        <input
          ref="file"
          type="file"
          accept=".opml,.xml,text/x-opml,text/xml,application/xml"
          class="sr-only"
          tabindex="-1"
          :aria-label="labels.fromFile"
          @change="take"
        />
        <PlainButton :busy="busy" @click="file?.click()"
          ><FileUp :size="14" aria-hidden="true" />{{ labels.fromFile }}</PlainButton
        >
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
      <div
        v-if="isGoing"
        class="mt-2 h-1.5 overflow-hidden rounded-full bg-well"
        role="progressbar"
        :aria-label="labels.reading"
        aria-valuemin="0"
        :aria-valuemax="now.total"
        :aria-valuenow="done"
      >
        <div
          class="h-full rounded-full bg-act"
          :style="{ width: `${(100 * done) / Math.max(1, now.total)}%` }"
        />
      </div>
      <details v-if="missed > 0" class="mt-2">
        <summary class="cursor-pointer text-small font-semibold text-ink-2">
          {{ labels.failures }} ({{ missed }})
        </summary>
        <ul class="mt-1 max-h-[220px] overflow-y-auto text-small">
          <li v-for="problem in now.problems" :key="`${problem.line} ${problem.message}`" class="py-1">
            <b class="font-semibold">{{ labels.inLine(problem.line) }}</b> {{ problem.message }}
          </li>
          <li v-for="item in now.failed" :key="item.url" class="py-1 wrap-anywhere">
            <b class="font-semibold">{{ item.title ?? item.url }}</b> {{ item.message }}
          </li>
          <li v-if="now.failed.length < now.notAdded" class="py-1 text-ink-2">
            {{ labels.moreFailed(now.notAdded - now.failed.length) }}
          </li>
        </ul>
      </details>
    </div>
  </section>
</template>
