<script setup lang="ts">
import type { PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import type { AccountProof } from '~/posts/usePostProofs'
import ProofText from '~/posts/ProofText.vue'
import ProofExtras from '~/posts/ProofExtras.vue'

const props = defineProps<{ one: AccountProof; doc: PostDoc }>()
const labels = words.commentField
// The post's own object, which is changed in place: one document, many who write at it.
const part = computed(() => props.one.part)
</script>

<template>
  <section
    v-if="one.proof"
    :aria-label="labels.proofOf(one.account.name)"
    class="grid gap-2 rounded-md bg-paper p-2.5"
  >
    <p class="flex justify-between text-small">
      <b class="font-semibold">{{ labels.proofOf(one.account.name) }}</b>
      <span :class="one.proof.measure.left < 0 ? 'text-bad' : 'text-ink-2'">{{
        one.proof.measure.left < 0
          ? labels.over(-one.proof.measure.left)
          : labels.left(one.proof.measure.left)
      }}</span>
    </p>
    <ProofText :proof="one.proof" :name="one.account.name" />
    <p
      v-if="one.proof.link && one.proof.linkPlace !== 'in-text'"
      class="truncate text-small text-act"
      :title="one.proof.link"
    >
      {{ one.proof.link }}
      <span class="text-ink-3">· {{ words.writing.placeSaid[one.proof.linkPlace] }}</span>
    </p>
    <ProofExtras :part="part" :name="one.account.name" :proof="one.proof" :doc="doc" />
  </section>
</template>
