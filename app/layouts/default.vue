<script setup lang="ts">
import * as words from '#shared/words'
import { useScheduleStore } from '~/schedule/scheduleStore'
import { isInstalled, registerShareWorker } from '~/capture/shareWorker'
import { useChanges } from '~/frame/useChanges'
import { useScreens } from '~/frame/useScreens'
import ScreenRail from '~/frame/ScreenRail.vue'
import WeekRibbon from '~/frame/WeekRibbon.vue'
import KeysDialog from '~/frame/KeysDialog.vue'

const brand = useBrandStore()
const schedule = useScheduleStore()
const notices = useNoticesStore()
const { openKeys } = useKeysDialog()
const goTo = useGoTo()

useKeyListener()
// On a device that has it as an application, its share sheet offers it.
onMounted(() => {
  if (isInstalled()) void registerShareWorker()
})
useChanges()
const { screens } = useScreens()
/** The screens by their place on the rail. */
const toScreen = (key: string): void => {
  const screen = screens.value[Number(key) - 1]
  if (screen) void goTo(screen.to)
}
const toFind = (): void => void goTo('/find')
useKeys([
  { keys: ['1', '2', '3', '4', '5', '6', '7', '8', '9'], message: words.keys.screens, run: toScreen },
  { keys: ['/'], message: words.keys.find, run: toFind },
  { keys: ['k'], command: true, message: words.keys.find, run: toFind },
  { keys: ['u'], message: words.keys.undo, work: true, run: () => notices.undoLast() },
  {
    keys: ['z'],
    command: true,
    message: words.keys.undo,
    work: true,
    run: () => notices.undoLast(),
    when: (target) => !isWritten(target),
  },
  { keys: ['?'], message: words.keys.keys, run: openKeys },
])

/** Without these no screen can show what it has. */
const failed = computed(() => brand.failed || schedule.failed)
const loadBoth = (): Promise<unknown> => Promise.allSettled([brand.load(), schedule.load()])
</script>

<template>
  <div
    :class="[
      'grid h-full grid-cols-[168px_minmax(0,1fr)] overflow-hidden',
      'max-wide:grid-cols-[54px_minmax(0,1fr)]',
      'max-column:grid-cols-1 max-column:pb-[56px]',
      'print:block print:h-auto print:overflow-visible print:pb-0',
    ]"
  >
    <a href="#screen" class="sr-only focus:not-sr-only focus:fixed focus:z-50 focus:bg-sheet focus:p-3">{{
      words.frame.skip
    }}</a>
    <ScreenRail class="print:hidden" />
    <div class="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)] print:block">
      <WeekRibbon class="print:hidden" />
      <main id="screen" tabindex="-1" class="flex min-h-0 min-w-0 flex-col outline-none print:block">
        <div
          v-if="failed"
          class="flex flex-wrap items-center gap-3 border-b border-rule bg-sheet px-3.5 py-1.5"
        >
          <ErrorMessage :message="failed" /><PlainButton @click="loadBoth">{{
            words.frame.again
          }}</PlainButton>
        </div>
        <slot />
      </main>
    </div>
    <KeysDialog />
    <NoticeBar class="print:hidden" />
    <DragLabel />
  </div>
</template>
