<script setup lang="ts">
import { words } from '#shared/words'
import type { Source } from '#shared/api'
import { api, sentenceOf } from '../../api/client'

const says = words.source
const brand = useBrandStore()
const sources = ref<Source[] | null>(null)
const failed = ref('')
const editing = ref<Source | null>(null)

async function load(): Promise<void> {
  try {
    sources.value = await api.get<Source[]>(brand.path('/sources'))
    failed.value = ''
  } catch (error) {
    failed.value = sentenceOf(error)
  }
}
await load()
// The brand is fetched anew whenever one of its sources changes, was fetched or failed.
watch(() => brand.view, load)
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.sources" :intro="says.intro" />
    <AddSource v-if="brand.canWork" class="mx-6 mb-4" @added="load" />
    <ReadIn class="mx-6 mb-6" />
    <ProblemLine class="px-6" :says="failed" />
    <EmptyState v-if="sources?.length === 0" :title="says.empty.title" :detail="says.empty.detail" />
    <SourceTable v-else-if="sources" :sources="sources" @edit="editing = $event" />
    <SourceDialog :source="editing" @close="editing = null" />
  </div>
</template>
