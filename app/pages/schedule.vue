<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { ChevronLeft, ChevronRight, TriangleAlert } from '@lucide/vue'
import { words } from '#shared/words'
import { addDays } from '../utils/localTime'
import type { Card } from '#shared/api'

useHead({ title: `${words.schedule.title} · ${words.frame.product}` })
const says = words.schedule
const schedule = useScheduleStore()
const brand = useBrandStore()
const times = useTimes()
const route = useRoute()
const router = useRouter()
const openId = ref<string | null>(null)
const isPhone = useMediaQuery('(max-width: 719.98px)')

onMounted(() => {
  const from = route.query['from']
  if (typeof from === 'string' && /^\d{4}-\d\d-\d\d$/.test(from)) void schedule.open(from)
})
watch(
  () => schedule.from,
  (from) => {
    if (route.path === '/schedule') void router.replace({ path: '/schedule', query: from ? { from } : {} })
  },
)

const view = computed(() => schedule.shown)
const troubled = computed(() => view.value?.troubled ?? [])
const card = computed<Card | null>(() => [...(view.value?.cards ?? []), ...troubled.value].find((one) => one.id === openId.value) ?? null)
const range = computed(() => {
  if (!view.value) return ''
  const name = (date: string): string => times.dayMonth(Date.parse(`${date}T12:00:00Z`))
  return `${name(view.value.from)} – ${name(addDays(view.value.from, 6))}`
})
</script>

<template>
  <div class="contents">
    <PageHead :title="says.title" :detail="range">
      <div class="flex gap-1.5">
        <PlainButton :aria-label="says.earlier" :title="says.earlier" @click="schedule.move(-7)"><ChevronLeft :size="15" aria-hidden="true" /></PlainButton>
        <PlainButton :aria-label="says.later" :title="says.later" @click="schedule.move(7)"><ChevronRight :size="15" aria-hidden="true" /></PlainButton>
        <PlainButton v-if="schedule.from" @click="schedule.open(null)">{{ says.today }}</PlainButton>
      </div>
    </PageHead>
    <EmptyState v-if="brand.view && brand.view.accounts.length === 0" :title="says.nothing.title" :detail="says.nothing.detail">
      <NuxtLink to="/set-up/accounts" class="rounded-[5px] bg-act px-3 py-1.5 font-semibold text-on-act">{{ says.nothing.go }}</NuxtLink>
    </EmptyState>
    <p v-else-if="!view || !brand.view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <template v-else>
      <DayList v-if="isPhone" :view="view" :accounts="brand.view.accounts" @open="openId = $event" />
      <AccountSheet v-else :view="view" :accounts="brand.view.accounts" @open="openId = $event" />
      <footer class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule px-3.5 py-2 text-small text-ink-2">
        <ul class="flex flex-wrap gap-x-3.5 max-column:hidden" :aria-label="says.legend">
          <li v-for="pillar in brand.view.pillars" :key="pillar.id" class="flex items-center gap-1.5">
            <i class="size-2 rounded-[2px]" :style="{ background: `var(--pillar-${pillar.ink})` }" />{{ pillar.name }}
          </li>
        </ul>
        <span class="grow max-column:hidden" />
        <span
          v-if="view.unplaced.length > 0"
          class="text-warn"
          :title="view.unplaced.map((one) => `${brand.accountName(one.accountId)}: ${one.says}`).join('\n')"
          >{{ says.unplaced(view.unplaced.length) }}</span
        >
        <button
          v-if="troubled[0]"
          type="button"
          class="flex min-h-6 max-w-[70ch] items-center gap-1.5 text-left text-bad underline-offset-2 hover:underline"
          @click="openId = troubled[0].id"
        >
          <TriangleAlert :size="14" class="shrink-0" aria-hidden="true" />
          <b class="shrink-0 font-semibold">{{ says.failed(troubled.length) }}</b><span class="truncate">{{ troubled[0].says }}</span>
        </button>
      </footer>
    </template>
    <CardDialog :card="card" @close="openId = null" />
  </div>
</template>
