<script setup lang="ts">
import { markedPieces } from './marks'

const props = defineProps<{
  text: string
  /** Words as they stand in the text that are to be marked. */
  forms: string[]
}>()
const pieces = computed(() => markedPieces(props.text, props.forms))
</script>

<template>
  <template v-for="(piece, at) in pieces" :key="at"
    ><mark v-if="piece.marked">{{ piece.text }}</mark
    ><template v-else>{{ piece.text }}</template></template
  >
</template>
