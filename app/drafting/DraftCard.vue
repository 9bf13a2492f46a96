<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue'
import { languageName, sayFinding } from '#shared/drafting/messages'
import { DRAFT_LANGUAGES, type DraftLanguage, type DraftView, type DraftWish } from '#shared/drafting/types'
import * as words from '#shared/words'
import { draftPieces } from './draftPieces'

/** A draft with what is wrong with it, where it came from, and what can be done with it. */
const props = defineProps<{
  draft: DraftView
  isUsed: boolean
  mayAdd: boolean
  busy: boolean
  again: boolean
}>()
const emit = defineEmits<{
  use: []
  wording: []
  again: [wish: DraftWish, language: DraftLanguage | null]
}>()
const labels = words.drafting
const times = useTimes()
const pieces = computed(() => draftPieces(props.draft.text, props.draft.findings))
const others = computed(() => DRAFT_LANGUAGES.filter((one) => one !== props.draft.language.slice(0, 2)))
const about = computed(() =>
  [
    props.draft.model,
    times.shortDayTime(props.draft.at),
    ...(props.draft.repairs > 0 ? [labels.repairs(props.draft.repairs)] : []),
  ].join(' · '),
)
function translate(event: Event): void {
  const select = event.target as HTMLSelectElement
  const language = select.value as DraftLanguage
  select.value = ''
  emit('again', 'language', language)
}
const small =
  'min-h-6 text-small text-ink-2 underline-offset-2 hover:text-ink hover:underline disabled:text-ink-3'
</script>

<template>
  <article
    class="flex flex-col gap-2 rounded-md border bg-sheet p-2.5"
    :class="isUsed ? 'border-act' : 'border-rule'"
    data-draft
  >
    <p class="serif wrap-anywhere whitespace-pre-line" dir="auto" :lang="draft.language">
      <template v-for="(piece, at) in pieces" :key="at"
        ><mark
          v-if="piece.finding"
          class="font-medium underline decoration-wavy decoration-1 underline-offset-3"
          :title="sayFinding(piece.finding)"
          >{{ piece.text }}</mark
        ><template v-else>{{ piece.text }}</template></template
      >
    </p>
    <ul v-if="draft.findings.length > 0" class="grid gap-0.5" :aria-label="labels.lookAt">
      <li
        v-for="(finding, at) in draft.findings"
        :key="at"
        class="flex items-start gap-1 text-small text-bad wrap-anywhere"
      >
        <TriangleAlert :size="13" class="mt-[3px] shrink-0" aria-hidden="true" />{{ sayFinding(finding) }}
      </li>
    </ul>
    <div class="mt-auto grid gap-1">
      <p class="text-tiny text-ink-3">{{ about }}</p>
      <div class="flex flex-wrap items-center gap-x-2.5 gap-y-1">
        <span v-if="isUsed" class="min-h-8 content-center text-small font-semibold text-act">{{
          labels.isUsed
        }}</span>
        <PlainButton v-else :disabled="busy" @click="emit('use')">{{ labels.use }}</PlainButton>
        <button v-if="mayAdd && !isUsed" type="button" :class="small" @click="emit('wording')">
          {{ labels.asWording }}
        </button>
      </div>
      <div v-if="again" class="flex flex-wrap items-center gap-x-2.5 border-t border-rule pt-1">
        <button
          v-for="wish in ['shorter', 'question', 'other'] as const"
          :key="wish"
          type="button"
          :class="small"
          :disabled="busy"
          @click="emit('again', wish, null)"
        >
          {{ labels[wish] }}
        </button>
        <select
          :aria-label="labels.translate"
          class="min-h-6 max-w-full bg-transparent text-small text-ink-2"
          :disabled="busy"
          @change="translate"
        >
          <option value="">{{ labels.translate }}</option>
          <option v-for="one in others" :key="one" :value="one">{{ languageName(one) }}</option>
        </select>
      </div>
    </div>
  </article>
</template>
