<script setup lang="ts">
const props = defineProps<{ text: string; label: string }>()

/** Modules of light about it, so that cameras find it (ISO/IEC 18004: four). */
const BORDER = 4
const size = ref(0)
const path = ref('')
watchEffect(async () => {
  const { text } = props
  const { encode } = await import('uqr')
  const { data, size: modules } = encode(text, { ecc: 'M', border: BORDER })
  if (text !== props.text) return
  size.value = modules
  path.value = data
    .flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : [])))
    .join('')
})
</script>

<!-- Dark on light in both themes: few cameras read the reverse. -->
<template>
  <svg
    v-if="size > 0"
    :viewBox="`0 0 ${size} ${size}`"
    role="img"
    :aria-label="label"
    shape-rendering="crispEdges"
    class="h-[190px] w-[190px] rounded-md bg-[#fff]"
  >
    <path :d="path" fill="#10131a" />
  </svg>
</template>
