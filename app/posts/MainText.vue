<script setup lang="ts">
import type { Entity } from '#core/post'
import type { AccountProof } from './usePostProofs'
import { overAtOf, piecesOf } from './proofPieces'

/**
 * The main text, with its links, mentions and hashtags underlined, and the part that is too much for the
 * strictest account that follows it.
 */
const props = defineProps<{
  label: string
  placeholder?: string
  language: string
  entities: Entity[]
  proofs: AccountProof[]
  rows?: number
}>()
const text = defineModel<string>({ required: true })
const field = ref<HTMLTextAreaElement | null>(null)
const backdrop = ref<HTMLElement | null>(null)

const overAt = computed(() => {
  const shown = text.value.trimStart()
  const skipped = text.value.length - shown.length
  const places = props.proofs.flatMap(({ part, proof }) => {
    const at =
      part.chosen && part.ownText === null && proof?.text.startsWith(shown.trimEnd().slice(0, 20))
        ? overAtOf(proof)
        : null
    return at === null ? [] : [at + skipped]
  })
  const first = Math.min(...places)
  return first < text.value.trimEnd().length ? first : null
})
// The worker's word is of the text a moment ago; what no longer lies where it did is not marked.
const current = computed(() =>
  props.entities.filter((entity) => text.value.slice(entity.start, entity.end) === entity.text),
)
const pieces = computed(() => piecesOf(text.value, current.value, overAt.value))
const follow = (): void => {
  if (backdrop.value && field.value) backdrop.value.scrollTop = field.value.scrollTop
}
/** Puts words where the cursor is, with a blank before and behind where there is none. */
function insert(what: string): void {
  const at = field.value?.selectionStart ?? text.value.length
  const end = field.value?.selectionEnd ?? at
  const before = text.value.slice(0, at)
  const gap = before === '' || /\s$/.test(before) ? '' : ' '
  text.value = `${before}${gap}${what}${text.value.slice(end)}`
  const place = at + gap.length + what.length
  void nextTick(() => {
    field.value?.focus()
    field.value?.setSelectionRange(place, place)
  })
}
const shape = 'block w-full rounded-md border px-2.5 py-2 text-body wrap-anywhere whitespace-pre-wrap'
defineExpose({ focus: () => field.value?.focus(), blur: () => field.value?.blur(), insert })
</script>

<template>
  <div class="relative">
    <div
      ref="backdrop"
      :class="shape"
      class="pointer-events-none absolute inset-0 overflow-hidden border-transparent text-transparent"
      aria-hidden="true"
    >
      <span
        v-for="(piece, at) in pieces"
        :key="at"
        :class="
          piece.over
            ? 'underline decoration-bad decoration-wavy decoration-1'
            : piece.kind
              ? 'underline decoration-act decoration-2 underline-offset-3'
              : ''
        "
        >{{ piece.text }}</span
      >
    </div>
    <textarea
      ref="field"
      v-model="text"
      :rows="rows ?? 5"
      :aria-label="label"
      :placeholder="placeholder"
      :lang="language"
      spellcheck="true"
      dir="auto"
      maxlength="20000"
      :class="[shape, rows ? '' : 'min-h-[118px]']"
      class="relative resize-y border-edge bg-transparent placeholder:text-ink-3"
      @scroll.passive="follow"
      @keydown.esc.stop="field?.blur()"
    />
  </div>
</template>
