<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import type { SessionView } from '#shared/people/types'
import * as words from '#shared/words'
import { api } from '~/base/client'

const labels = words.sessions
const notices = useNoticesStore()
const times = useTimes()
const sessions = ref(await api.call(peopleRoutes.sessions))
const hasOthers = computed(() => sessions.value.some(({ current }) => !current))

async function end(one: SessionView): Promise<void> {
  try {
    await api.call(peopleRoutes.endSession, { id: one.id })
    sessions.value = sessions.value.filter((other) => other.id !== one.id)
  } catch (error) {
    notices.complain(error)
  }
}
async function endOthers(): Promise<void> {
  try {
    await api.call(peopleRoutes.endOtherSessions)
    sessions.value = sessions.value.filter(({ current }) => current)
    notices.say(labels.endedOthers)
  } catch (error) {
    notices.complain(error)
  }
}
const factsOf = (one: SessionView): string =>
  [
    one.current ? '' : times.ago(one.lastSeenAt, labels.used),
    one.way ? labels.ways[one.way] : '',
    one.isFromHere ? (one.current ? '' : labels.fromHere) : labels.fromElsewhere,
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <section>
    <h3 class="part-name mb-2">{{ labels.title }}</h3>
    <ul class="divide-y divide-rule border-y border-rule">
      <li v-for="item in sessions" :key="item.id" class="flex items-center justify-between gap-3 py-2">
        <div class="min-w-0">
          <p>
            {{ labels.device(item) }}
            <b v-if="item.current" class="font-semibold text-ok">{{ labels.thisOne }}</b>
          </p>
          <p class="text-small text-ink-2">{{ labels.since(times.dayTime(item.createdAt)) }}</p>
          <p class="text-small text-ink-3">{{ factsOf(item) }}</p>
        </div>
        <PlainButton
          v-if="!item.current"
          :aria-label="labels.endOne(labels.device(item))"
          @click="end(item)"
          >{{ labels.end }}</PlainButton
        >
      </li>
    </ul>
    <PlainButton v-if="hasOthers" class="mt-3" @click="endOthers">{{ labels.endOthers }}</PlainButton>
  </section>
</template>
