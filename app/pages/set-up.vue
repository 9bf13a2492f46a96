<script setup lang="ts">
import {
  Archive,
  Bell,
  Building2,
  CalendarClock,
  CircleUser,
  Crosshair,
  Eye,
  Forward,
  Layers,
  NotebookPen,
  PenLine,
  Rss,
  Tags,
  SquareTerminal,
  Workflow,
} from '@lucide/vue'
import * as words from '#shared/words'

const route = useRoute()
const brand = useBrandStore()
const labels = words.setUp
useHead({ title: () => `${labels.title} · ${words.frame.product}` })
const all = [
  { to: '/set-up/sources', name: labels.parts.sources, icon: Rss },
  { to: '/set-up/watches', name: labels.parts.watches, icon: Eye },
  { to: '/set-up/tags', name: labels.parts.tags, icon: Tags },
  { to: '/set-up/capture', name: labels.parts.capture, icon: Crosshair },
  { to: '/set-up/accounts', name: labels.parts.accounts, icon: CalendarClock },
  { to: '/set-up/pillars', name: labels.parts.pillars, icon: Layers },
  { to: '/set-up/writing', name: labels.parts.writing, icon: PenLine },
  { to: '/set-up/drafting', name: labels.parts.drafting, icon: NotebookPen },
  { to: '/set-up/orders', name: labels.parts.orders, icon: Workflow },
  { to: '/set-up/recipients', name: labels.parts.recipients, icon: Forward },
  { to: '/set-up/brand', name: labels.parts.brand, icon: Building2 },
  { to: '/set-up/archive', name: labels.parts.archive, icon: Archive },
  { to: '/set-up/programs', name: labels.parts.programs, icon: SquareTerminal },
  { to: '/set-up/notices', name: labels.parts.notices, icon: Bell },
  { to: '/set-up/you', name: labels.parts.you, icon: CircleUser },
]
// A client has nothing to set up but what is their own.
const parts = computed(() => all.filter(({ to }) => brand.canWork || to === '/set-up/you'))
</script>

<template>
  <div
    :class="[
      'grid min-h-0 grow grid-cols-[190px_minmax(0,1fr)]',
      'max-wide:grid-cols-[150px_minmax(0,1fr)]',
      'max-column:grid-cols-1 max-column:grid-rows-[auto_minmax(0,1fr)]',
    ]"
  >
    <nav
      :aria-label="labels.title"
      :class="[
        'border-r border-rule p-3',
        'max-column:flex max-column:gap-1 max-column:overflow-x-auto max-column:border-r-0',
        'max-column:border-b max-column:p-2',
      ]"
    >
      <h1 class="serif px-2 pt-0.5 pb-2.5 text-name font-medium max-column:sr-only">{{ labels.title }}</h1>
      <NuxtLink
        v-for="part in parts"
        :key="part.to"
        :to="part.to"
        class="flex shrink-0 items-center gap-2 rounded-[5px] px-2 py-1.5 font-medium"
        :class="route.path === part.to ? 'bg-sheet text-ink ring-1 ring-rule' : 'text-ink-2 hover:text-ink'"
        :aria-current="route.path === part.to ? 'page' : undefined"
      >
        <component :is="part.icon" :size="15" aria-hidden="true" />{{ part.name }}
      </NuxtLink>
    </nav>
    <div class="min-h-0 overflow-y-auto bg-sheet" tabindex="-1">
      <p v-if="!brand.view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <NuxtPage v-else :key="brand.view.brand.id" />
    </div>
  </div>
</template>
