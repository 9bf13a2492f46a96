<script setup lang="ts">
import * as words from '#shared/words'
import { useSources } from '~/sources/useSources'
import AddSource from '~/sources/AddSource.vue'
import ReadIn from '~/sources/ReadIn.vue'
import SourceTable from '~/sources/SourceTable.vue'
import FolderList from '~/sources/FolderList.vue'
import SourceDialog from '~/sources/SourceDialog.vue'
import FolderDialog from '~/sources/FolderDialog.vue'

const labels = words.source
const brand = useBrandStore()
const sources = useSources()
const editingSource = ref<string | null>(null)
const editingFolder = ref<string | null>(null)
// What is edited is always the newest of it.
const source = computed(() => sources.list?.find(({ id }) => id === editingSource.value) ?? null)
const folder = computed(() => sources.folders.find(({ id }) => id === editingFolder.value) ?? null)
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.sources" :intro="labels.intro" />
    <AddSource v-if="brand.canWork" class="mx-6 mb-4" />
    <ReadIn class="mx-6 mb-5" />
    <div v-if="sources.failed" class="grid justify-items-start gap-3 px-6 pb-5">
      <ErrorMessage :message="sources.failed" />
      <PlainButton @click="sources.reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <EmptyState v-if="sources.list?.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
    <SourceTable v-else-if="sources.list" :sources="sources.list" @edit="editingSource = $event.id" />
    <FolderList
      v-if="sources.folders.length > 0"
      :folders="sources.folders"
      @edit="editingFolder = $event.id"
    />
    <SourceDialog :source="source" @close="editingSource = null" />
    <FolderDialog :folder="folder" @close="editingFolder = null" />
  </div>
</template>
