<script setup lang="ts">
import * as words from '#shared/words'
import type { PostEditor } from './usePostEditor'

const LazyAskDialog = defineAsyncComponent(() => import('~/base/AskDialog.vue'))
const LazyConflictDialog = defineAsyncComponent(() => import('./ConflictDialog.vue'))

/** What a post being written may ask: whether it is to go out at once, and whose text stays. */
defineProps<{ editor: PostEditor; asking: boolean; busy: boolean }>()
const emit = defineEmits<{ yes: []; no: [] }>()
const labels = words.placing.nowAsk
</script>

<template>
  <div>
    <LazyAskDialog
      v-if="asking"
      :open="asking"
      :title="labels.title"
      :detail="labels.detail"
      :yes="labels.yes"
      :no="labels.no"
      :busy="busy"
      @yes="emit('yes')"
      @no="emit('no')"
    />
    <LazyConflictDialog
      v-if="editor.conflict.value"
      :theirs="editor.conflict.value"
      :mine="editor.doc.value"
      @settle="editor.settle"
    />
  </div>
</template>
