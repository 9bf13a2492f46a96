<script setup lang="ts">
import type { PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import type { AccountProof } from './usePostProofs'
import ProofText from './ProofText.vue'
import ProofExtras from './ProofExtras.vue'

const props = defineProps<{ entry: AccountProof; doc: PostDoc }>()
const labels = words.commentField
// The post's own object, which is changed in place: entry document, many who write at it.
const part = computed(() => props.entry.part)
</script>

<template>
  <section
    v-if="entry.proof"
    :aria-label="labels.proofOf(entry.account.name)"
    class="grid gap-2 rounded-md bg-paper p-2.5"
  >
    <p class="flex justify-between text-small">
      <b class="font-semibold">{{ labels.proofOf(entry.account.name) }}</b>
      <span :class="entry.proof.measure.left < 0 ? 'text-bad' : 'text-ink-2'">{{
        entry.proof.measure.left < 0
          ? labels.over(-entry.proof.measure.left)
          : labels.left(entry.proof.measure.left)
      }}</span>
    </p>
    <ProofText :proof="entry.proof" :name="entry.account.name" />
    <p
      v-if="entry.proof.link && entry.proof.linkPlace !== 'in-text'"
      class="truncate text-small text-act"
      :title="entry.proof.link"
    >
      {{ entry.proof.link }}
      <span class="text-ink-3">· {{ words.writing.placeSaid[entry.proof.linkPlace] }}</span>
    </p>
    <ProofExtras :part="part" :name="entry.account.name" :proof="entry.proof" :doc="doc" />
  </section>
</template>
