<script setup lang="ts">
import { Workflow } from '@lucide/vue'
import * as words from '#shared/words'
import { useOrders } from './useOrders'

/** Says of a post that a standing order made it. */
const props = defineProps<{ orderId: string | null; size?: number; named?: boolean }>()
const { nameOf } = useOrders(() => props.orderId !== null)
const label = computed(() => words.orders.markOf(nameOf(props.orderId)))
</script>

<template>
  <span v-if="orderId" class="inline-flex items-center gap-1 text-ink-2" :title="label">
    <Workflow :size="size ?? 11" role="img" :aria-label="label" />
    <template v-if="named">{{ nameOf(orderId) || words.orders.mark }}</template>
  </span>
</template>
