<script setup lang="ts">
import { CircleAlert, Undo2, X } from '@lucide/vue'
import { useActiveElement, useEventListener } from '@vueuse/core'
import * as words from '#shared/words'

/** `low`: where no bar of screens stands at the foot of a phone. */
defineProps<{ low?: boolean }>()
const notices = useNoticesStore()
const known = useKnownKeys()
const active = useActiveElement()
const typed = ref(0)
useEventListener('input', () => typed.value++)
/** The key that undoes it from where the focus is, if one does. */
const undoKey = computed(() => {
  void typed.value
  const isInForce = known.value.some(({ message }) => message === words.keys.undo)
  if (!isInForce || notices.current?.asks || isWritten(active.value ?? null)) return ''
  return isTyping(active.value ?? null) ? words.notices.undoKeyTyping : words.notices.undoKey
})
function follow(): void {
  notices.current?.link?.go()
  notices.dismiss()
}
</script>

<template>
  <div
    class="pointer-events-none fixed inset-x-0 bottom-4 z-50 flex justify-center px-3"
    :class="low ? 'max-column:bottom-[76px]' : 'max-column:bottom-[124px]'"
    role="status"
    aria-live="polite"
  >
    <div
      v-if="notices.current"
      :key="notices.current.id"
      class="pointer-events-auto flex max-w-[640px] items-center gap-3 rounded-md bg-ink py-1.5 pr-1.5 pl-3.5 text-sheet shadow-(--lift)"
      data-testid="notice"
    >
      <CircleAlert v-if="notices.current.bad" :size="16" class="shrink-0" aria-hidden="true" />
      <span class="line-clamp-3 py-1">{{ notices.current.message }}</span>
      <button
        v-if="notices.current.undo"
        type="button"
        class="flex items-center gap-1.5 rounded px-2 py-1 font-semibold underline-offset-2 hover:underline"
        @click="notices.current.undo()"
      >
        <Undo2 :size="14" aria-hidden="true" />{{ words.notices.undo
        }}<span v-if="undoKey" class="text-tiny opacity-80 max-column:hidden" aria-hidden="true">{{
          undoKey
        }}</span>
      </button>
      <button
        v-if="notices.current.link"
        type="button"
        class="rounded px-2 py-1 font-semibold underline-offset-2 hover:underline"
        @click="follow"
      >
        {{ notices.current.link.message }}
      </button>
      <button
        type="button"
        class="rounded p-1.5 opacity-80 hover:opacity-100"
        :aria-label="words.notices.dismiss"
        @click="notices.dismiss()"
      >
        <X :size="15" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>
