<script setup lang="ts">
import { sayPost } from '#shared/posts/messages'
import type { Proof } from '#core/post'
import type { AccountPart, PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import { takeOffer } from './postActions'

/** What a proof offers and leaves out, and an account's own wording. */
const props = defineProps<{ name: string; proof: Proof; part: AccountPart; doc: PostDoc }>()
// The post's own object, which is changed in place: one document, many who write at it.
const part = computed(() => props.part)
const labels = words.writing
const lines = words.commentField
const offerLabel = (offer: Proof['offers'][number]): string =>
  lines.offers[offer.action as keyof typeof lines.offers](offer.text)
const nameOf = (what: string): string => labels.parts[what as keyof typeof labels.parts] ?? what
const own = ref<HTMLTextAreaElement | null>(null)
async function writeOwn(): Promise<void> {
  part.value.ownText = props.doc.wordings[0]!.text
  await nextTick()
  own.value?.focus()
}
</script>

<template>
  <div class="grid gap-1.5">
    <template v-for="offer in proof.offers" :key="offer.action + offer.text">
      <p v-if="offer.action === 'shorten'" class="text-small text-bad">{{ offerLabel(offer) }}</p>
      <button
        v-else
        type="button"
        class="min-h-6 justify-self-start text-left text-small font-semibold text-act underline underline-offset-2"
        @click="takeOffer(part, offer)"
      >
        {{ offerLabel(offer) }}
      </button>
    </template>
    <p v-if="part.leftOut.length > 0" class="flex flex-wrap items-center gap-1 text-small text-ink-3">
      {{ labels.leftOutHere }}
      <button
        v-for="what in part.leftOut"
        :key="what"
        type="button"
        class="min-h-6 rounded-full border border-dashed border-edge px-2 text-ink-2 hover:text-ink"
        :aria-label="labels.putBack(nameOf(what))"
        @click="part.leftOut = part.leftOut.filter((one) => one !== what)"
      >
        {{ nameOf(what) }} ×
      </button>
    </p>
    <p v-for="omitted in proof.leftOut" :key="omitted.what + omitted.text" class="text-small text-warn">
      {{
        labels.leftOut(
          omitted.what === 'hashtag' ? omitted.text : labels.whats[omitted.what],
          sayPost(omitted.reason),
        )
      }}
    </p>
    <template v-if="part.ownText !== null">
      <textarea
        ref="own"
        :value="part.ownText"
        rows="4"
        spellcheck="true"
        :aria-label="`${labels.ownWording}, ${name}`"
        class="w-full rounded-md border border-edge bg-sheet px-2 py-1.5 text-base"
        @input="part.ownText = ($event.target as HTMLTextAreaElement).value"
      />
      <button
        type="button"
        class="min-h-6 justify-self-start text-small text-act underline-offset-2 hover:underline"
        @click="part.ownText = null"
      >
        {{ labels.followAgain }}
      </button>
    </template>
    <button
      v-else
      type="button"
      class="min-h-6 justify-self-start text-small text-act underline-offset-2 hover:underline"
      @click="writeOwn"
    >
      {{ labels.ownWording }}
    </button>
  </div>
</template>
