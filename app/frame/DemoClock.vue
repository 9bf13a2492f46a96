<script setup lang="ts">
import { platformRoutes } from '#shared/platform/routes'
import { ExternalLink, FastForward } from '@lucide/vue'
import * as words from '#shared/words'
import { api } from '~/base/client'

const session = useSessionStore()
const clock = useClockStore()
const notices = useNoticesStore()
const times = useTimes()
const busy = ref(0)

async function play(hours: number): Promise<void> {
  if (busy.value > 0) return
  busy.value = hours
  try {
    const { now } = await api.call(platformRoutes.playForward, { body: { hours } })
    clock.set(now)
    notices.say(words.notices.clock(times.dayTime(now)))
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = 0
  }
}
const choices = [
  { hours: 1, message: words.demo.hour, title: words.demo.hourTitle },
  { hours: 24, message: words.demo.day, title: words.demo.dayTitle },
]
</script>

<template>
  <div class="mt-2 border-t border-rule pt-2" role="group" :aria-label="words.demo.name">
    <div class="flex gap-1">
      <button
        v-for="choice in choices"
        :key="choice.hours"
        type="button"
        :class="[
          'flex grow items-center justify-center gap-1 rounded border border-rule bg-sheet py-1',
          'font-semibold text-ink-2 hover:border-edge disabled:opacity-60',
        ]"
        :title="choice.title"
        :disabled="busy > 0"
        :aria-busy="busy === choice.hours || undefined"
        @click="play(choice.hours)"
      >
        <FastForward v-if="choice.hours === 1" :size="11" aria-hidden="true" />{{ choice.message }}
      </button>
    </div>
    <p v-if="busy > 0" class="mt-1" role="status">{{ words.demo.playing }} …</p>
    <a
      v-else
      :href="session.me!.demo!.sites.replace('/sites', '/')"
      target="_blank"
      rel="noopener"
      class="mt-1 inline-flex min-h-6 items-center gap-1 underline underline-offset-2 hover:text-ink"
      >{{ words.demo.networks }}<ExternalLink :size="10" aria-hidden="true"
    /></a>
  </div>
</template>
