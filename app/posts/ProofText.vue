<script setup lang="ts">
import type { Proof } from '#core/post'
import { overAtOf, piecesOf } from './proofPieces'

const props = defineProps<{ proof: Proof; name: string }>()
const pieces = computed(() => piecesOf(props.proof.text, props.proof.entities, overAtOf(props.proof)))
</script>

<template>
  <p class="text-base wrap-anywhere whitespace-pre-wrap" dir="auto" :data-testid="`proof-${name}`">
    <span
      v-for="(piece, at) in pieces"
      :key="at"
      :class="piece.over ? 'text-bad line-through decoration-2' : piece.kind ? 'text-act' : ''"
      >{{ piece.text }}</span
    >
  </p>
</template>
