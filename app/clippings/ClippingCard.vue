<script setup lang="ts">
import { Check } from '@lucide/vue'
import type { Clipping } from '#shared/clippings/types'
import * as words from '#shared/words'
import { vDrag, type DragSource } from '~/base/dragging'
import KindIcon from './KindIcon.vue'
import { useClippingPicture } from './useClippingPicture'

/** A clipping on the wall: its picture, or its first words. */
const props = defineProps<{ clipping: Clipping; current: boolean; chosen: boolean }>()
const emit = defineEmits<{ choose: []; open: []; mark: [] }>()
const labels = words.clippings
const brand = useBrandStore()
const times = useTimes()
const pictureOf = useClippingPicture()
const title = computed(() => props.clipping.title || labels.noTitle)
const source = computed((): DragSource | null =>
  brand.canWork ? { what: { kind: 'clipping', id: props.clipping.id }, label: title.value } : null,
)
const src = computed(() => pictureOf(props.clipping, 480))
const isBroken = ref(false)
watch(src, () => (isBroken.value = false))
const hasPicture = computed(() => src.value !== null && !isBroken.value)
/** Its words, where there is no picture to look at. */
const beginning = computed(() => props.clipping.quote || props.clipping.note || props.clipping.beginning)
</script>

<template>
  <li
    v-drag="source"
    class="relative flex min-w-0 flex-col overflow-hidden rounded-lg border bg-sheet"
    :class="current ? 'border-act shadow-[0_0_0_1px_var(--act)]' : 'border-rule hover:border-edge'"
    :data-clipping="clipping.id"
    @focusin="emit('choose')"
  >
    <button type="button" class="flex grow flex-col text-left" @click="emit('open')">
      <img
        v-if="hasPicture"
        :src="src!"
        alt=""
        loading="lazy"
        class="aspect-[16/10] w-full border-b border-rule bg-well object-cover"
        :class="clipping.kind === 'pdf' ? 'object-top' : ''"
        @error="isBroken = true"
      />
      <span class="flex grow flex-col gap-1.5 p-3">
        <span
          class="serif font-medium wrap-anywhere"
          :class="
            hasPicture
              ? 'line-clamp-3 text-[15px] leading-snug'
              : 'line-clamp-4 pr-7 text-[18px] leading-tight'
          "
          dir="auto"
          >{{ title }}</span
        >
        <span
          v-if="!hasPicture && beginning && beginning !== title"
          class="serif line-clamp-5 text-[14px] leading-snug text-ink-2 wrap-anywhere"
          :class="clipping.quote ? 'border-l-2 border-mark pl-2 italic' : ''"
          dir="auto"
          >{{ beginning }}</span
        >
        <span class="mt-auto flex min-w-0 items-center gap-1.5 pt-1 text-small text-ink-2">
          <KindIcon :kind="clipping.kind" :size="13" />
          <span class="truncate">{{ clipping.outlet || times.dayMonth(clipping.keptAt) }}</span>
          <span v-if="clipping.posts > 0" class="ml-auto flex shrink-0 items-center gap-0.5 text-ok"
            ><Check :size="13" aria-hidden="true" />{{ labels.posts(clipping.posts) }}</span
          >
        </span>
      </span>
    </button>
    <label
      v-if="brand.canWork"
      class="absolute top-1.5 right-1.5 grid size-7 place-items-center rounded-md bg-sheet/85"
      ><input
        type="checkbox"
        class="size-3.5 accent-(--act)"
        :checked="chosen"
        :aria-label="labels.chooseOf(title)"
        @change="emit('mark')"
    /></label>
  </li>
</template>
