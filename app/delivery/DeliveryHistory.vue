<script setup lang="ts">
import type { DeliveryView } from '#shared/delivery/types'
import { needsPerson } from '#shared/delivery/states'
import * as words from '#shared/words'
import { joinedEvents } from '~/base/joinedEvents'

const props = defineProps<{ events: DeliveryView['events'] }>()
const labels = words.delivery
const times = useTimes()
/** What happened again and again with the same words stands there once. */
const steps = computed(() => joinedEvents(props.events))
</script>

<template>
  <ol class="grid" :aria-label="labels.history">
    <li
      v-for="(event, at) in steps"
      :key="at"
      class="relative grid grid-cols-[88px_minmax(0,1fr)] gap-x-4 border-l border-rule pb-3.5 pl-4 last:border-transparent last:pb-0"
    >
      <i
        class="absolute top-[5px] -left-[4.5px] size-2 rounded-full"
        :class="event.state === 'sent' ? 'bg-ok' : needsPerson(event.state) ? 'bg-bad' : 'bg-ink-3'"
        aria-hidden="true"
      />
      <time class="text-small text-ink-2 tabular-nums" :datetime="event.at" :title="times.exact(event.at)">{{
        times.shortDayTime(event.at)
      }}</time>
      <p class="min-w-0 wrap-anywhere">
        {{ event.message }}
        <span v-if="event.count > 1" class="text-ink-3">{{
          labels.again(event.count, times.shortDayTime(event.lastAt))
        }}</span>
        <span v-if="event.personName" class="text-ink-3">{{ labels.by(event.personName) }}</span>
      </p>
    </li>
  </ol>
</template>
