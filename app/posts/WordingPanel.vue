<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import { similarity } from '#core/text/similarity'
import type { PostDoc } from '#shared/posts/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { wordDifference } from './wordDifference'

/**
 * Further main texts of the post, used in turn when it is sent again: with what differs from the first, and
 * which hardly do.
 */
const doc = defineModel<PostDoc>({ required: true })
defineProps<{ readOnly: boolean; language: string }>()
const labels = words.writing
const ALIKE = 0.8
const others = computed(() => doc.value.wordings.slice(1))
const main = computed(() => doc.value.wordings[0]?.text ?? '')
const isAlike = (text: string): boolean => text.trim() !== '' && similarity(main.value, text) > ALIKE
const add = (): void => void doc.value.wordings.push({ text: main.value, pictureId: null })
</script>

<template>
  <section :aria-label="labels.wordings" class="grid gap-2">
    <div v-for="(wording, at) in others" :key="at" class="grid gap-1 rounded-md border border-rule p-2.5">
      <div class="flex items-baseline justify-between">
        <h3 class="text-small font-semibold text-ink-2">{{ labels.wording(at + 2) }}</h3>
        <button
          v-if="!readOnly"
          type="button"
          class="grid size-6 place-items-center text-ink-3 hover:text-ink"
          :aria-label="labels.removeWording"
          @click="doc.wordings.splice(at + 1, 1)"
        >
          <X :size="14" aria-hidden="true" />
        </button>
      </div>
      <textarea
        v-model="wording.text"
        rows="3"
        spellcheck="true"
        dir="auto"
        :lang="language"
        :readonly="readOnly"
        :aria-label="labels.wording(at + 2)"
        class="w-full rounded-md border border-edge bg-sheet px-2 py-1.5 text-base"
      />
      <p class="text-small wrap-anywhere" dir="auto">
        <span class="sr-only">{{ labels.wordingDiffers }}: </span>
        <template v-for="(piece, index) in wordDifference(main, wording.text)" :key="index"
          ><del v-if="piece.is === 'gone'" class="text-ink-3">{{ piece.text }}</del
          ><ins v-else-if="piece.is === 'new'" class="bg-mark text-on-mark no-underline">{{ piece.text }}</ins
          ><span v-else class="text-ink-2">{{ piece.text }}</span></template
        >
      </p>
      <p v-if="isAlike(wording.text)" class="text-small text-warn">{{ labels.wordingAlike }}</p>
      <label v-if="doc.pictures.length > 0" class="flex items-center gap-1.5 text-small text-ink-2"
        >{{ labels.wordingPicture }}
        <select
          v-model="wording.pictureId"
          :disabled="readOnly"
          class="rounded border border-rule bg-sheet px-1 py-0.5 text-small"
        >
          <option :value="null">{{ labels.postsPictures }}</option>
          <option v-for="picture in doc.pictures" :key="picture.id" :value="picture.id">
            {{ picture.description || picture.id.slice(-4) }}
          </option>
        </select>
      </label>
    </div>
    <button
      v-if="!readOnly && doc.wordings.length < LIMITS.wordings"
      type="button"
      class="flex min-h-6 items-center gap-1 justify-self-start text-small font-semibold text-act"
      :title="labels.wordingHint"
      @click="add"
    >
      <Plus :size="14" aria-hidden="true" />{{ labels.addWording }}
    </button>
  </section>
</template>
