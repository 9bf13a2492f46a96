<script setup lang="ts">
import { BookmarkPlus } from '@lucide/vue'
import * as words from '#shared/words'

defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.source
const wasPressed = ref(false)
// What the button does on another site: it opens this screen with that site's address.
const script = computed(
  () =>
    `javascript:void(window.open('${window.location.origin}/set-up/sources?add='+encodeURIComponent(location.href)))`,
)
</script>

<template>
  <SideDialog :open="open" :title="labels.bookmarkTitle" @close="emit('close')">
    <p class="text-ink-2">{{ labels.bookmarkIntro }}</p>
    <p class="my-6 text-center">
      <a
        :href="script"
        class="inline-flex cursor-grab items-center gap-2 rounded-md border border-dashed border-edge bg-paper px-4 py-2 font-semibold"
        @click.prevent="wasPressed = true"
        ><BookmarkPlus :size="16" aria-hidden="true" />{{ labels.bookmarkName }}</a
      >
    </p>
    <p v-if="wasPressed" class="text-warn" role="status">{{ labels.bookmarkPressed }}</p>
  </SideDialog>
</template>
