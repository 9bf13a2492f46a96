<script setup lang="ts">
import { watchRoutes } from '#shared/watches/routes'
import type { Watch } from '#shared/watches/types'
import * as words from '#shared/words'

const props = defineProps<{ watch: Watch }>()
const labels = words.watch.run
const brand = useBrandStore()
const notices = useNoticesStore()
const stopping = ref(false)
async function stop(): Promise<void> {
  stopping.value = true
  try {
    await brand.call(watchRoutes.stopRun, { id: props.watch.id })
    notices.say(labels.saidStopped)
  } catch (error) {
    notices.complain(error)
  } finally {
    stopping.value = false
  }
}
</script>

<template>
  <p
    v-if="watch.run && watch.run.state !== 'ended'"
    class="flex flex-wrap items-center gap-2 text-small text-ink-2"
    aria-live="polite"
  >
    <template v-if="watch.run.state === 'going'">
      <progress
        :value="watch.run.done"
        :max="Math.max(1, watch.run.total)"
        class="h-1.5 w-[110px] accent-(--act)"
        aria-hidden="true"
      />
      {{ labels.going(watch.run.done, watch.run.total) }}
      <button
        v-if="brand.canWork"
        type="button"
        class="font-semibold text-act"
        :disabled="stopping"
        :aria-label="labels.stopOf(watch.name)"
        @click="stop"
      >
        {{ labels.stop }}
      </button>
    </template>
    <template v-else>{{ labels.stopped(watch.run.done, watch.run.total) }}</template>
  </p>
</template>
