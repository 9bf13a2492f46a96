<script setup lang="ts">
import type { Filing } from './useCapture'
import * as words from '#shared/words'

/** Where something captured is kept, and with what. */
const props = defineProps<{ filing: Filing; folders: string[] }>()
const labels = words.capture
const brand = useBrandStore()
const listId = useId()
// The window's own object, which is changed in place.
const filing = computed(() => props.filing)
const isOpen = ref(false)
const short = computed(() =>
  [props.filing.folder, props.filing.tags.join(', '), props.filing.note].filter(Boolean).join(' · '),
)
</script>

<template>
  <div class="grid gap-2">
    <button
      type="button"
      class="flex min-h-6 items-center justify-between gap-2 text-small"
      :aria-expanded="isOpen"
      @click="isOpen = !isOpen"
    >
      <span class="text-ink-2">{{ labels.file }}</span>
      <span class="min-w-0 truncate font-semibold text-act underline-offset-2 hover:underline">{{
        isOpen ? words.placing.fewer : short || `${labels.folder}, ${labels.tags}, ${labels.note}`
      }}</span>
    </button>
    <div v-if="isOpen" class="grid gap-2.5 rounded-md bg-paper p-2.5">
      <TextField
        v-model="filing.folder"
        :label="labels.folder"
        :placeholder="labels.folderPlaceholder"
        :list="listId"
        maxlength="120"
      />
      <datalist :id="listId"><option v-for="folder in folders" :key="folder" :value="folder" /></datalist>
      <TagField
        :model-value="filing.tags"
        :known="(brand.view?.tags ?? []).map(({ name }) => name)"
        :label="labels.tags"
        @update:model-value="filing.tags = $event"
      />
      <TextField
        v-model="filing.note"
        :label="labels.note"
        :placeholder="labels.notePlaceholder"
        :lines="2"
        maxlength="2000"
      />
    </div>
  </div>
</template>
