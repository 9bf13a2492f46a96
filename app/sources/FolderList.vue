<script setup lang="ts">
import { Pencil, Rss } from '@lucide/vue'
import type { Folder } from '#shared/sources/types'
import * as words from '#shared/words'

defineProps<{ folders: Folder[] }>()
const emit = defineEmits<{ edit: [folder: Folder] }>()
const labels = words.folder
const brand = useBrandStore()
</script>

<template>
  <section class="px-6 pb-10">
    <h3 class="part-name">{{ labels.title }}</h3>
    <p class="mb-2 max-w-[70ch] text-ink-2">{{ labels.intro }}</p>
    <ul class="divide-y divide-rule border-y border-rule">
      <li v-for="folder in folders" :key="folder.id" class="flex items-center gap-3 py-1.5">
        <span class="min-w-0 grow wrap-anywhere">
          <b class="font-semibold">{{ folder.name }}</b>
          <span class="ml-2 text-small text-ink-2">{{ labels.sources(folder.sources) }}</span>
          <span v-if="folder.hashtags.length > 0" class="ml-2 text-small text-ink-2">{{
            folder.hashtags.map((tag) => `#${tag}`).join(' ')
          }}</span>
        </span>
        <span v-if="folder.feedAddress" class="flex items-center gap-1 text-small text-ok"
          ><Rss :size="14" aria-hidden="true" />{{ labels.isFeed }}</span
        >
        <PlainButton
          v-if="brand.canWork"
          kind="quiet"
          class="px-2"
          :aria-label="`${words.frame.edit}: ${folder.name}`"
          :title="words.frame.edit"
          @click="emit('edit', folder)"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </li>
    </ul>
  </section>
</template>
