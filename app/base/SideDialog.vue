<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle, TransitionChild, TransitionRoot } from '@headlessui/vue'
import { X } from '@lucide/vue'
import * as words from '#shared/words'

const props = withDefaults(
  defineProps<{
    open: boolean
    title: string
    /** At the side for things one looks at or edits; in the middle for a question. */
    place?: 'side' | 'middle'
    /** It is only read: keys scroll it, there being nothing in it to go to. */
    readOnly?: boolean
  }>(),
  { place: 'side', readOnly: false },
)
const emit = defineEmits<{ close: [] }>()

// Focus goes back to what opened it: the library forgets that inside a transition.
let opener: HTMLElement | null = null
watch(
  () => props.open,
  (open) => {
    if (open) opener = document.activeElement as HTMLElement | null
  },
  { flush: 'sync', immediate: true },
)
const giveBack = (): void => opener?.focus()
</script>

<template>
  <TransitionRoot :show="open" as="template" @after-leave="giveBack">
    <Dialog class="relative z-40" @close="emit('close')">
      <TransitionChild
        as="template"
        enter="duration-100"
        enter-from="opacity-0"
        leave="duration-100"
        leave-to="opacity-0"
      >
        <div class="fixed inset-0 bg-[#0b0f18]/35" aria-hidden="true" />
      </TransitionChild>
      <div
        class="fixed inset-0 flex"
        :class="place === 'side' ? 'justify-end' : 'items-center justify-center p-4'"
      >
        <TransitionChild
          as="template"
          enter="transition duration-100"
          :enter-from="place === 'side' ? 'translate-x-6 opacity-0' : 'opacity-0'"
          leave="transition duration-100"
          :leave-to="place === 'side' ? 'translate-x-6 opacity-0' : 'opacity-0'"
        >
          <DialogPanel
            class="flex max-h-full flex-col bg-sheet shadow-(--lift)"
            :class="
              place === 'side'
                ? 'h-full w-[430px] max-w-full border-l border-rule'
                : 'w-[430px] max-w-full rounded-lg border border-rule'
            "
          >
            <header class="flex items-center justify-between gap-3 border-b border-rule px-5 py-3">
              <DialogTitle class="part-name">{{ title }}</DialogTitle>
              <button
                type="button"
                class="-mr-1.5 p-1.5 text-ink-2 hover:text-ink"
                :aria-label="words.frame.close"
                @click="emit('close')"
              >
                <X :size="17" aria-hidden="true" />
              </button>
            </header>
            <div class="min-h-0 overflow-y-auto px-5 py-4" :tabindex="readOnly ? 0 : undefined"><slot /></div>
            <footer v-if="$slots.actions" class="flex flex-wrap gap-2 border-t border-rule px-5 py-3">
              <slot name="actions" />
            </footer>
          </DialogPanel>
        </TransitionChild>
      </div>
    </Dialog>
  </TransitionRoot>
</template>
