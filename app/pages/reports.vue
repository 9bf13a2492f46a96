<script setup lang="ts">
import { reportRoutes } from '#shared/reports/routes'
import * as words from '#shared/words'
import ReportForm from '~/reports/ReportForm.vue'
import ReportList from '~/reports/ReportList.vue'
import ReportTimetable from '~/reports/ReportTimetable.vue'

const labels = words.reports
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const notices = useNoticesStore()
const { data: view, failed } = useBrandQuery(reportRoutes.reports, { changes: ['report', 'notice'] })
const madeId = ref('')
function show(id: string): void {
  madeId.value = id
  notices.say(labels.made)
}
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="labels.help">
      <PlainButton to="/results" kind="quiet">{{ labels.back }}</PlainButton>
    </PageHead>
    <EmptyState v-if="failed && !view" :title="labels.failed" :detail="failed" />
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_360px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="min-h-0 overflow-y-auto px-5 py-4 max-wide:overflow-visible">
        <ReportList :view="view" :made-id="madeId" />
      </div>
      <aside
        :class="[
          'grid min-h-0 content-start gap-7 overflow-y-auto border-l border-rule bg-sheet px-5 py-4',
          'max-wide:overflow-visible max-wide:border-t max-wide:border-l-0',
        ]"
      >
        <ReportForm v-if="brand.canWork" @made="show" />
        <ReportTimetable :class="brand.canWork ? 'border-t border-rule pt-5' : ''" :view="view" />
      </aside>
    </div>
  </div>
</template>
