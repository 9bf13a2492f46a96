<script setup lang="ts">
import { words } from '#shared/words'

const session = useSessionStore()
const brand = useBrandStore()
const schedule = useScheduleStore()
const notices = useNoticesStore()
const { openKeys } = useKeysDialog()
const goTo = useGoTo()

useKeyListener()
useChanges()
const SCREENS: Record<string, string> = { 1: '/wire', 2: '/clippings', 3: '/desk', 4: '/schedule', 5: '/set-up/sources' }
const toFind = (): void => void goTo('/find')
useKeys([
  { keys: Object.keys(SCREENS), says: words.keys.screens, does: (key) => void goTo(SCREENS[key]!) },
  { keys: ['/'], says: words.keys.find, does: toFind },
  { keys: ['k'], command: true, says: words.keys.find, does: toFind },
  { keys: ['u'], says: words.keys.undo, does: () => notices.undoLast() },
  { keys: ['?'], says: words.keys.keys, does: openKeys },
])

// The Wire loads its own list; what stands on every screen is loaded here.
watch(
  () => session.brandId,
  async () => {
    schedule.from = null
    await Promise.allSettled([brand.load(), schedule.load()])
  },
  { immediate: true },
)
</script>

<template>
  <div class="grid h-full grid-cols-[168px_minmax(0,1fr)] overflow-hidden max-wide:grid-cols-[54px_minmax(0,1fr)] max-column:grid-cols-1 max-column:pb-[52px]">
    <a href="#screen" class="sr-only focus:not-sr-only focus:fixed focus:z-50 focus:bg-sheet focus:p-3">{{ words.frame.skip }}</a>
    <ScreenRail />
    <div class="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
      <WeekRibbon />
      <main id="screen" tabindex="-1" class="flex min-h-0 min-w-0 flex-col outline-none"><slot /></main>
    </div>
    <KeysDialog />
    <NoticeBar />
  </div>
</template>
