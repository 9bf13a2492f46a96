<script setup lang="ts">
import { orderRoutes } from '#shared/orders/routes'
import * as words from '#shared/words'
import { useOrders } from './useOrders'

/** What standing orders made that nobody has looked over, on the Day sheet; that they are all stopped. */
const labels = words.orders.card
const brand = useBrandStore()
const orders = useOrders()
const unseen = useBrandQuery(orderRoutes.unseen, {
  changes: ['post', 'order'],
  given: () => ({ query: { count: 1 } }),
  enabled: () => brand.canWork && (orders.view.value?.orders.length ?? 0) > 0,
})
const total = computed(() => unseen.data.value?.total ?? 0)
const stopped = computed(() => orders.view.value?.stopped ?? null)
</script>

<template>
  <section v-if="total > 0 || stopped" class="grid gap-2" :aria-label="words.orders.title">
    <h2 class="part-name">{{ words.orders.title }}</h2>
    <div v-if="total > 0" class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <p class="min-w-0 grow">
        <b class="font-semibold">{{ labels.title(total) }}</b>
        <span class="text-ink-2"> · {{ labels.detail }}</span>
      </p>
      <PlainButton to="/look-over">{{ labels.go }}</PlainButton>
    </div>
    <div v-if="stopped" class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <p class="min-w-0 grow text-warn">{{ labels.stopped }}</p>
      <PlainButton to="/set-up/orders" kind="quiet">{{ labels.toOrders }}</PlainButton>
    </div>
  </section>
</template>
