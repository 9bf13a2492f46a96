<script setup lang="ts">
/** One of the pictures that may be used, to press on; none of them where there is no source. */
defineProps<{ src: string | null; label: string; chosen: boolean; title?: string; fromTop?: boolean }>()
const emit = defineEmits<{ choose: []; broken: [] }>()
</script>

<template>
  <button
    type="button"
    role="radio"
    :aria-checked="chosen"
    :aria-label="label"
    :title="title ?? label"
    class="rounded border-2"
    :class="[
      chosen ? 'border-act' : 'border-transparent',
      src === null ? 'grid h-[34px] w-[46px] place-items-center bg-well text-ink-3' : '',
    ]"
    @click="emit('choose')"
  >
    <img
      v-if="src !== null"
      :src="src"
      alt=""
      loading="lazy"
      class="h-[30px] w-[42px] rounded-[2px] bg-well object-cover"
      :class="fromTop ? 'object-top' : ''"
      @error="emit('broken')"
    />
    <slot v-else />
  </button>
</template>
