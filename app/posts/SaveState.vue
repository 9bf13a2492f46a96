<script setup lang="ts">
import * as words from '#shared/words'
import type { PostEditor } from './usePostEditor'

const props = defineProps<{ editor: PostEditor }>()
const labels = words.writing.save
const times = useTimes()
const text = computed(() => {
  const { saving, view, problem } = props.editor
  if (saving.value === 'failed') return labels.failed(problem.value)
  if (saving.value === 'saving') return labels.saving
  if (saving.value === 'unsaved') return labels.unsaved
  return view.value?.savedAt ? labels.saved(times.time(view.value.savedAt)) : ''
})
</script>

<template>
  <span
    class="text-right font-sans text-small font-normal not-italic"
    :class="editor.saving.value === 'failed' ? 'text-bad' : 'text-ink-3'"
    data-testid="save-state"
    role="status"
    >{{ text }}</span
  >
</template>
