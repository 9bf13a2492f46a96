<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import type { DeskRow } from '#shared/posts/types'
import * as words from '#shared/words'
import OrderSign from '~/orders/OrderSign.vue'
import { useDeskStore } from './deskStore'

const props = defineProps<{ row: DeskRow; current: boolean }>()
const emit = defineEmits<{ choose: []; approve: []; remove: [] }>()
const labels = words.desk
const brand = useBrandStore()
const desk = useDeskStore()
const times = useTimes()
const INKS = { draft: 'text-ink-2', 'in-review': 'text-warn', approved: 'text-ok', 'sent-back': 'text-bad' }
const name = computed(() => props.row.text.split('\n')[0]!.slice(0, 80) || labels.noText)
const names = computed(() => props.row.accountIds.map((id) => brand.accountName(id)).filter(Boolean))
</script>

<template>
  <li
    class="grid grid-cols-[96px_minmax(0,1fr)_64px_auto] items-start gap-x-4 px-4 py-3 max-column:grid-cols-[minmax(0,1fr)_auto]"
    :class="current ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]' : ''"
    :data-post="row.id"
    @focusin="emit('choose')"
  >
    <div class="text-small max-column:col-span-2">
      <b class="font-semibold" :class="INKS[row.approval]">{{ labels.approvals[row.approval] }}</b>
      <p
        v-if="row.approval === 'in-review' && row.askedAt"
        class="text-ink-3"
        :title="times.exact(row.askedAt)"
      >
        {{ labels.askedAt(times.shortDayTime(row.askedAt)) }}
      </p>
    </div>
    <div class="min-w-0">
      <NuxtLink
        :to="`/desk/${row.id}`"
        class="line-clamp-2 text-body wrap-anywhere hover:text-act"
        :class="row.text ? '' : 'text-ink-3'"
        dir="auto"
        >{{ row.text || labels.noText }}</NuxtLink
      >
      <p class="mt-0.5 flex flex-wrap items-center gap-x-1.5 text-small text-ink-2">
        <i
          v-if="row.pillarId"
          class="size-2 rounded-full"
          :style="{ background: brand.pillarInk(row.pillarId) }"
          aria-hidden="true"
        />
        <span class="max-w-[44ch] truncate">{{
          row.title ? `${row.outlet ? `${row.outlet}: ` : ''}${row.title}` : labels.noTitle
        }}</span>
        · <span :title="names.join(', ')">{{ labels.accounts(row.accountIds.length) }}</span> ·
        <span :title="times.exact(row.savedAt)">{{
          labels.savedBy(row.savedBy, times.ago(row.savedAt))
        }}</span>
        <template v-if="row.orderId">· <OrderSign :order-id="row.orderId" :size="12" named /></template>
        <template v-if="row.lined > 0">· {{ labels.lined(row.lined) }}</template>
      </p>
      <p
        v-if="row.last && row.approval === 'sent-back'"
        class="mt-1 max-w-[66ch] border-l-2 border-bad pl-2.5 text-small wrap-anywhere"
        dir="auto"
      >
        {{ labels.events[row.last.what](row.last.who ?? labels.somebody)
        }}<template v-if="row.last.note">: {{ row.last.note }}</template>
      </p>
    </div>
    <div class="max-column:hidden">
      <img
        v-if="row.pictureId"
        :src="desk.pictureUrl(row.pictureId, 160)"
        alt=""
        class="h-11 w-16 rounded-[3px] object-cover"
      />
    </div>
    <div class="flex items-start gap-1">
      <PlainButton
        v-if="row.approval === 'in-review' && row.mayApprove"
        :aria-label="`${labels.approve}: ${name}`"
        @click="emit('approve')"
        >{{ labels.approve }}</PlainButton
      >
      <PlainButton
        v-if="brand.canWork"
        kind="quiet"
        class="px-2"
        :aria-label="`${labels.remove}: ${name}`"
        :title="labels.remove"
        @click="emit('remove')"
        ><Trash2 :size="15" aria-hidden="true"
      /></PlainButton>
    </div>
  </li>
</template>
