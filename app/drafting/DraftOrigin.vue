<script setup lang="ts">
import { PenLine } from '@lucide/vue'
import { sayFinding } from '#shared/drafting/messages'
import * as words from '#shared/words'
import { useDraftOrigins } from './draftOrigins'
import { findingsLeft } from './draftPieces'

/** Says of a post's text which draft it came from, and what of that is to be looked at still. */
const props = defineProps<{
  postId: string
  text: string
  /** When the article was changed last; null for never. */
  changedAt: string | null
}>()
const labels = words.drafting
const times = useTimes()
const origins = useDraftOrigins()
const draft = computed(() => origins.of(props.postId))
const message = computed(() => {
  if (!draft.value) return ''
  const { model, host, at, text } = draft.value
  const origin = labels.cameFrom(labels.at(model, host), times.dayTime(at))
  return text === props.text.trim() ? `${origin}.` : `${origin}, ${labels.reworked}.`
})
const isOutdated = computed(
  () => draft.value !== null && props.changedAt !== null && props.changedAt > draft.value.at,
)
const left = computed(() => (draft.value ? findingsLeft(props.text, draft.value.findings) : []))
</script>

<template>
  <div v-if="draft" class="grid gap-0.5 text-small" data-origin>
    <p class="flex items-start gap-1 text-ink-2">
      <PenLine :size="13" class="mt-[3px] shrink-0" aria-hidden="true" />{{ message }}
    </p>
    <p v-if="isOutdated" class="text-warn">{{ labels.articleChanged }}</p>
    <p v-if="left.length > 0" class="text-bad wrap-anywhere">
      {{ labels.lookAt }} {{ left.map(sayFinding).join(' ') }}
    </p>
  </div>
</template>
