<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import { orderRoutes } from '#shared/orders/routes'
import type { OrderState } from '#shared/orders/types'
import * as words from '#shared/words'
import { useOrderPhrases } from '~/orders/orderPhrases'
import { useOrders } from '~/orders/useOrders'

const labels = words.orders
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const { view, failed, reload } = useOrders()
const { sentenceOf } = useOrderPhrases()
const list = computed(() => view.value?.orders ?? [])
const INKS: Record<OrderState, string> = { on: 'text-ok', off: 'text-ink-3', resting: 'text-bad' }
const ceiling = ref('')
watch(
  () => view.value?.perDay,
  (most) => (ceiling.value = String(most ?? '')),
  { immediate: true },
)

const change = (message: string, work: () => Promise<{ historyId: string }>): Promise<unknown> =>
  brand.change(message, work).catch((error: unknown) => notices.complain(error))
function move(at: number, by: 1 | -1): Promise<unknown> {
  const ids = movedIds(
    list.value.map(({ id }) => id),
    at,
    by,
  )
  return change(labels.moved(list.value[at]!.name), () => brand.call(orderRoutes.place, { body: { ids } }))
}
const stop = (isStopped: boolean): Promise<unknown> =>
  change(isStopped ? labels.saidStopped : labels.saidGoOn, () =>
    brand.call(orderRoutes.stop, { body: { isStopped } }),
  )
async function setCeiling(): Promise<void> {
  const perDay = Number(ceiling.value)
  if (perDay === view.value?.perDay) return
  await change(labels.saidCeiling(perDay), () => brand.call(orderRoutes.ceiling, { body: { perDay } }))
  ceiling.value = String(view.value?.perDay ?? '')
}
</script>

<template>
  <div>
    <PartHead :title="labels.title" :intro="labels.intro">
      <div class="flex gap-2">
        <PlainButton to="/order-log">{{ labels.log }}</PlainButton>
        <PlainButton v-if="view && !view.stopped && list.length > 0" @click="stop(true)">{{
          labels.stopAll
        }}</PlainButton>
        <PlainButton to="/order/new" kind="act">{{ labels.add }}</PlainButton>
      </div>
    </PartHead>
    <div v-if="failed" class="px-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!view" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <template v-else>
      <div
        v-if="view.stopped"
        class="mx-6 mb-4 flex flex-wrap items-center gap-3 rounded-md border border-warn px-3.5 py-2.5"
        role="status"
      >
        <div class="min-w-0 grow">
          <p class="font-semibold text-warn">
            {{ labels.stopped(view.stopped.by, times.shortDayTime(view.stopped.at)) }}
          </p>
          <p class="max-w-[80ch] text-ink-2">{{ labels.stoppedDetail }}</p>
        </div>
        <PlainButton kind="act" @click="stop(false)">{{ labels.goOn }}</PlainButton>
      </div>
      <EmptyState v-if="list.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
      <template v-else>
        <p v-for="loop in view.loops" :key="loop.join()" class="mx-6 mb-3 text-warn">
          {{ labels.loop(loop) }}
        </p>
        <ol class="mx-6 divide-y divide-rule border-y border-rule">
          <li
            v-for="(order, at) in list"
            :key="order.id"
            class="grid grid-cols-[56px_minmax(0,1fr)_auto] gap-x-4 py-3 max-column:grid-cols-1"
            data-order
          >
            <b class="text-small leading-6 font-semibold" :class="INKS[order.state]">{{
              labels.states[order.state]
            }}</b>
            <div class="min-w-0">
              <NuxtLink
                :to="`/order/${order.id}`"
                class="serif text-headline font-medium wrap-anywhere hover:text-act"
                >{{ order.name }}</NuxtLink
              >
              <p class="max-w-[90ch] wrap-anywhere text-ink-2">{{ sentenceOf(order.rule) }}</p>
              <p v-if="order.message" class="mt-0.5 text-small text-bad">{{ order.message }}</p>
              <p class="mt-0.5 text-small text-ink-3">
                {{ labels.doneLately(order.done)
                }}<template v-if="order.lastAt">
                  · {{ labels.lastAt(times.shortDayTime(order.lastAt)) }}</template
                >
              </p>
            </div>
            <div class="flex shrink-0 items-start">
              <MoveButtons
                :earlier="labels.earlier(order.name)"
                :later="labels.later(order.name)"
                :at="at"
                :of="list.length"
                @move="move(at, $event)"
              />
              <ToolButton :label="`${words.frame.edit}: ${order.name}`" :to="`/order/${order.id}`">
                <Pencil :size="15" aria-hidden="true" />
              </ToolButton>
            </div>
          </li>
        </ol>
      </template>
      <form class="mx-6 mt-5 mb-8 flex items-end gap-2" novalidate @submit.prevent="setCeiling">
        <TextField
          v-model="ceiling"
          class="w-[300px]"
          inputmode="numeric"
          :label="labels.ceiling"
          autocomplete="off"
        />
        <PlainButton v-if="ceiling !== String(view.perDay)" type="submit">{{ words.frame.save }}</PlainButton>
      </form>
    </template>
  </div>
</template>
