<script setup lang="ts">
import * as words from '#shared/words'
import DemoClock from './DemoClock.vue'

const clock = useClockStore()
const session = useSessionStore()
const times = useTimes()
const place = computed(() => times.zone.value.split('/').at(-1)?.replaceAll('_', ' ') ?? '')
</script>

<template>
  <div class="px-2 pt-2 text-tiny text-ink-3 max-wide:hidden">
    <p :title="times.exact(clock.now)">{{ times.dayTime(clock.now) }}</p>
    <p>{{ words.frame.zoneTime(place) }}</p>
    <DemoClock v-if="session.me?.demo" />
  </div>
</template>
