<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import type { TagUse } from '#shared/articles/types'
import * as words from '#shared/words'
import { useTags } from '~/articles/useTags'
import TagDialog from '~/articles/TagDialog.vue'

const labels = words.tag
const brand = useBrandStore()
const tags = useTags()
const editing = ref<TagUse | null>(null)
const list = computed(() => tags.list ?? [])
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.tags" :intro="labels.intro" />
    <div v-if="tags.failed" class="px-6">
      <ErrorMessage :message="tags.failed" />
      <PlainButton class="mt-3" @click="tags.reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!tags.list" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState v-else-if="list.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
    <ul v-else class="mx-6 mb-8 divide-y divide-rule border-y border-rule">
      <li v-for="tag in list" :key="tag.id" class="flex items-center gap-4 py-2" data-tag-line>
        <NuxtLink
          :to="{ path: '/wire', query: { show: 'all', tag: tag.id } }"
          class="serif min-w-[140px] text-headline font-medium wrap-anywhere hover:text-act"
          >{{ tag.name }}</NuxtLink
        >
        <span class="min-w-0 grow truncate text-small text-ink-2">{{
          tag.watches.length + tag.sources.length > 0
            ? labels.from([...tag.watches, ...tag.sources])
            : labels.byHand
        }}</span>
        <span class="shrink-0 text-small text-ink-3">{{ labels.articles(tag.articles) }}</span>
        <PlainButton
          v-if="brand.canWork"
          kind="quiet"
          class="px-2"
          :aria-label="labels.rename(tag.name)"
          :title="labels.rename(tag.name)"
          @click="editing = tag"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </li>
    </ul>
    <TagDialog :tag="editing" :others="list.filter(({ id }) => id !== editing?.id)" @close="editing = null" />
  </div>
</template>
