<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import * as words from '#shared/words'
import { api } from '~/base/client'
import FactorDialog from './FactorDialog.vue'
import type { FactorTask } from './factorTask'

/** Few enough to think of new ones. */
const FEW_CODES = 3
const labels = words.secondStep
const session = useSessionStore()
const times = useTimes()
const task = ref<FactorTask | null>(null)
const factor = ref(await api.call(peopleRoutes.secondFactor))
async function load(): Promise<void> {
  factor.value = await api.call(peopleRoutes.secondFactor)
}
</script>

<template>
  <section>
    <h3 class="part-name mb-2">{{ labels.title }}</h3>
    <p v-if="factor.since === null" class="text-ink-2">
      {{ session.me!.hasPassword ? labels.off : labels.noPassword }}
    </p>
    <template v-else>
      <p>{{ labels.on(times.dayMonth(factor.since)) }}</p>
      <p class="text-small" :class="factor.codesLeft <= FEW_CODES ? 'text-bad' : 'text-ink-2'">
        {{ labels.left(factor.codesLeft) }}
      </p>
    </template>
    <div v-if="session.me!.hasPassword" class="mt-3 flex flex-wrap gap-2">
      <PlainButton v-if="factor.since === null" @click="task = 'set-up'">{{ labels.setUp }}</PlainButton>
      <template v-else>
        <PlainButton @click="task = 'codes'">{{ labels.newCodes }}</PlainButton>
        <PlainButton @click="task = 'set-up'">{{ labels.another }}</PlainButton>
        <PlainButton @click="task = 'end'">{{ labels.end }}</PlainButton>
      </template>
    </div>
    <FactorDialog :task="task" @close="task = null" @changed="load" />
  </section>
</template>
