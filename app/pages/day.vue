<script setup lang="ts">
import * as words from '#shared/words'
import { useNoticeList } from '~/notices/useNoticeList'
import NoticeRow from '~/notices/NoticeRow.vue'
import DayWaiting from '~/delivery/DayWaiting.vue'
import DayOrders from '~/orders/DayOrders.vue'
import DayAlmanac from '~/almanac/DayAlmanac.vue'
import DayOut from '~/delivery/DayOut.vue'

const labels = words.day
useHead({ title: `${labels.title} · ${words.frame.product}` })
const list = useNoticeList()
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const clock = useClockStore()
const today = computed(() => times.dayMonth(clock.now))
const see = (): void => void list.seeAll().catch((error: unknown) => notices.complain(error))
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="words.screenHelp.day" :detail="today">
      <span class="grow" />
      <PlainButton v-if="brand.canWork && (brand.view?.notices ?? 0) > 0" @click="see">{{
        words.notice.seeAll
      }}</PlainButton>
      <PlainButton v-if="brand.isOwner" to="/set-up/notices" kind="quiet">{{
        words.notice.settings
      }}</PlainButton>
    </PageHead>
    <div class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_340px] max-wide:block max-wide:overflow-y-auto">
      <div class="min-h-0 overflow-y-auto bg-sheet px-6 py-5 max-wide:overflow-visible max-column:px-3.5">
        <h2 class="part-name">{{ labels.needsYou }}</h2>
        <div v-if="list.failed" class="mt-2">
          <ErrorMessage :message="list.failed" />
          <PlainButton class="mt-3" @click="list.reload()">{{ words.frame.again }}</PlainButton>
        </div>
        <p v-else-if="!list.list" class="mt-2 text-ink-3">{{ words.frame.loading }} …</p>
        <template v-else>
          <p v-if="list.open.length === 0" class="mt-2">
            <span class="text-ok">{{ words.notice.noneOpen }}</span>
            <span class="text-ink-2">{{ words.notice.noneDetail }}</span>
          </p>
          <ul v-else class="divide-y divide-rule" :aria-label="labels.needsYou">
            <NoticeRow v-for="item in list.open" :key="item.id" :notice="item" />
          </ul>
          <DayOrders class="mt-7" />
          <DayWaiting class="mt-7" />
          <DayAlmanac class="mt-7" />
          <template v-if="list.settled.length > 0">
            <h2 class="part-name mt-7">{{ words.notice.settled }}</h2>
            <ul class="divide-y divide-rule" :aria-label="words.notice.settled">
              <NoticeRow v-for="item in list.settled" :key="item.id" :notice="item" />
            </ul>
          </template>
        </template>
      </div>
      <aside
        :class="[
          'min-h-0 overflow-y-auto border-l border-rule px-4 py-5',
          'max-wide:overflow-visible max-wide:border-t max-wide:border-l-0',
        ]"
      >
        <DayOut />
      </aside>
    </div>
  </div>
</template>
