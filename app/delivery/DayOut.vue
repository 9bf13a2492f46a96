<script setup lang="ts">
import type { Card } from '#shared/schedule/types'
import * as words from '#shared/words'
import { useScheduleStore } from '~/schedule/scheduleStore'
import PostCard from '~/schedule/PostCard.vue'

const labels = words.day
const schedule = useScheduleStore()
const brand = useBrandStore()
const clock = useClockStore()
const times = useTimes()
const today = computed(() => times.moment(clock.now).date)
const cards = computed((): Card[] =>
  (schedule.ribbon?.cards ?? []).filter((card) => times.moment(card.at).date === today.value),
)
const goTo = useGoTo()
const open = (card: Card): unknown =>
  goTo(card.deliveryId ? `/delivery/${card.deliveryId}` : `/schedule?from=${today.value}`)
</script>

<template>
  <section :aria-label="labels.out">
    <h2 class="part-name">{{ labels.out }}</h2>
    <p v-if="cards.length === 0" class="mt-2 text-ink-3">{{ labels.nothingOut }}</p>
    <ul v-else class="mt-2 grid gap-1">
      <li v-for="card in cards" :key="card.id">
        <PostCard :card="card" :account="brand.accountName(card.accountId)" @open="open(card)" />
      </li>
    </ul>
  </section>
</template>
