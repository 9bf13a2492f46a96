<script setup lang="ts">
import {
  CalendarDays,
  ChartSpline,
  ClipboardCheck,
  PenLine,
  RadioTower,
  Scissors,
  Search,
  SlidersHorizontal,
  TreePine,
} from '@lucide/vue'
import * as words from '#shared/words'
import { NO_FILTER } from '~/reading/wireFilter'
import { useWireStore } from '~/reading/wireStore'
import { useScreens } from './useScreens'
import BrandMenu from './BrandMenu.vue'
import BrandClock from './BrandClock.vue'

const route = useRoute()
const brand = useBrandStore()
const wire = useWireStore()
const { screens } = useScreens()
const ICONS = {
  day: ClipboardCheck,
  wire: RadioTower,
  clippings: Scissors,
  desk: PenLine,
  schedule: CalendarDays,
  evergreens: TreePine,
  results: ChartSpline,
  find: Search,
  setUp: SlidersHorizontal,
}
const above = computed(() => screens.value.slice(0, -1))
const setUp = computed(() => screens.value.at(-1)!)
const lists = computed(() =>
  (brand.canWork ? (brand.view?.watches ?? []) : []).filter(({ onRail, collects }) => onRail && collects),
)
/** On the Wire already, its list is changed; from elsewhere it opens with it. */
function openList(id: string): void {
  if (route.path === '/wire') void wire.setFilter({ ...NO_FILTER, show: 'all', watch: id })
}
function countLabel(to: string, count: number): string {
  if (to === '/day') return words.notice.unseen(count)
  return to === '/desk' ? words.desk.waiting(count) : words.frame.unread(count)
}
/** Pages that one comes to from the Schedule. */
const OF_SCHEDULE = /^\/(?:almanac|campaigns|fill-slots|posts-from-file|timetable)\b/
const isHere = (to: string): boolean =>
  route.path.startsWith(to.replace(/^\/set-up\/.*/, '/set-up')) ||
  (to === '/schedule' && OF_SCHEDULE.test(route.path))
const link = [
  'flex items-center gap-[9px] rounded-[5px] px-2 py-[7px] font-medium max-wide:justify-center',
  'max-column:min-h-11 max-column:min-w-[58px] max-column:flex-col max-column:gap-0.5',
  'max-column:px-0 max-column:py-1',
].join(' ')
const label = 'max-column:text-[10.5px] max-column:leading-none column:max-wide:sr-only'
// On a phone the bar is pushed along by the finger; where one is stands in sight.
const rail = ref<HTMLElement | null>(null)
const showPlace = (): void =>
  rail.value?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest', inline: 'center' })
onMounted(showPlace)
watch([() => route.path, () => screens.value.length], showPlace, { flush: 'post' })
</script>

<template>
  <nav
    :aria-label="words.frame.rail"
    :class="[
      'flex min-h-0 flex-col gap-0.5 border-r border-rule px-2.5 py-3.5',
      'max-wide:px-1.5',
      'max-column:fixed max-column:inset-x-0 max-column:bottom-0 max-column:z-30',
      'max-column:flex-row max-column:items-center max-column:h-[56px]',
      'max-column:gap-0 max-column:border-t max-column:border-r-0',
      'max-column:bg-paper max-column:px-0.5 max-column:py-1',
    ]"
  >
    <BrandMenu />
    <div
      ref="rail"
      :class="[
        'contents max-column:flex max-column:min-w-0 max-column:grow',
        'max-column:justify-between max-column:overflow-x-auto max-column:p-px',
      ]"
    >
      <NuxtLink
        v-for="screen in above"
        :key="screen.to"
        :to="screen.to"
        :class="[
          link,
          isHere(screen.to) ? 'bg-sheet text-ink ring-1 ring-rule' : 'text-ink-2 hover:text-ink',
        ]"
        :aria-current="isHere(screen.to) ? 'page' : undefined"
        :title="screen.name"
      >
        <component :is="ICONS[screen.icon]" :size="17" aria-hidden="true" />
        <span :class="label">{{ screen.name }}</span>
        <span
          v-if="screen.count > 0"
          class="ml-auto text-[11.5px] text-ink-3 max-wide:hidden"
          :aria-label="countLabel(screen.to, screen.count)"
          >{{ screen.count }}</span
        >
      </NuxtLink>
      <template v-if="lists.length > 0">
        <p class="mt-3 px-2 text-small font-semibold text-ink-3 max-wide:sr-only max-column:hidden">
          {{ words.frame.lists }}
        </p>
        <NuxtLink
          v-for="watch in lists"
          :key="watch.id"
          :to="{ path: '/wire', query: { show: 'all', watch: watch.id } }"
          class="flex items-center gap-2 rounded-[5px] px-2 py-1 text-ink-2 hover:text-ink max-wide:justify-center max-column:hidden"
          :title="watch.name"
          @click="openList(watch.id)"
        >
          <i
            class="size-2 shrink-0 rounded-full"
            :style="{ background: `var(--pillar-${watch.ink})` }"
            aria-hidden="true"
          />
          <span class="truncate max-wide:sr-only">{{ watch.name }}</span>
        </NuxtLink>
      </template>
      <span class="grow max-column:hidden" />
      <NuxtLink
        :to="setUp.to"
        :class="[link, isHere(setUp.to) ? 'bg-sheet text-ink ring-1 ring-rule' : 'text-ink-2 hover:text-ink']"
        :aria-current="isHere(setUp.to) ? 'page' : undefined"
        :title="setUp.name"
      >
        <component :is="ICONS[setUp.icon]" :size="17" aria-hidden="true" />
        <span :class="label">{{ setUp.name }}</span>
      </NuxtLink>
    </div>
    <BrandClock />
  </nav>
</template>
