<script setup lang="ts">
import type { PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import type { PostOrigin } from './postDocs'
import HashtagField from './HashtagField.vue'

const props = defineProps<{ origin: PostOrigin }>()
const doc = defineModel<PostDoc>({ required: true })
const labels = words.commentField
const brand = useBrandStore()
const chip = 'rounded-full border px-2 py-px text-small'
const look = (on: boolean): string =>
  `${chip} ${on ? 'border-transparent bg-well text-ink' : 'border-dashed border-edge text-ink-2 hover:text-ink'}`
const parts = computed(() => [
  ...(props.origin.url
    ? [
        {
          message: labels.parts.link,
          on: doc.value.link !== null,
          toggle: () => (doc.value.link = doc.value.link === null ? props.origin.url : null),
        },
      ]
    : []),
  {
    message: labels.parts.title,
    on: doc.value.linkTitle !== null,
    toggle: () => (doc.value.linkTitle = doc.value.linkTitle === null ? props.origin.title : null),
  },
  ...(props.origin.outlet
    ? [
        {
          message: labels.parts.credit(props.origin.outlet),
          on: doc.value.credit !== null,
          toggle: () => (doc.value.credit = doc.value.credit === null ? props.origin.outlet : null),
        },
      ]
    : []),
])
</script>

<template>
  <div class="grid gap-2">
    <div class="flex flex-wrap gap-[5px]" role="group" :aria-label="labels.partsLabel">
      <button
        v-for="part in parts"
        :key="part.message"
        type="button"
        :class="look(part.on)"
        :aria-pressed="part.on"
        @click="part.toggle"
      >
        {{ part.message }}
      </button>
    </div>
    <div class="grid grid-cols-[1fr_104px] gap-1.5">
      <HashtagField
        v-model="doc.hashtags"
        :label="`${labels.hashtags}: ${labels.hashtagsHint}`"
        :placeholder="labels.hashtags"
      />
      <select
        :value="doc.pillarId ?? ''"
        :aria-label="labels.pillar"
        class="min-w-0 rounded-md border border-edge bg-sheet px-1 py-1 text-small"
        @change="doc.pillarId = ($event.target as HTMLSelectElement).value || null"
      >
        <option value="">{{ labels.noPillar }}</option>
        <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.id">
          {{ pillar.name }}
        </option>
      </select>
    </div>
  </div>
</template>
