<script setup lang="ts">
import * as words from '#shared/words'
import { useTagging } from './useTagging'

const props = defineProps<{ ids: string[] }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.tag
const brand = useBrandStore()
const { tagArticles } = useTagging()
const names = ref<string[]>([])
async function put(): Promise<void> {
  const { ids } = props
  emit('close')
  await tagArticles(ids, names.value)
}
</script>

<template>
  <SideDialog open :title="labels.severalTitle" place="middle" @close="emit('close')">
    <form id="tag-several" class="min-h-[200px]" @submit.prevent="put">
      <TagField
        v-model="names"
        :known="(brand.view?.tags ?? []).map(({ name }) => name)"
        :label="words.wire.sheet.tags"
      />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="tag-several" :disabled="names.length === 0">{{
        labels.several
      }}</PlainButton>
    </template>
  </SideDialog>
</template>
