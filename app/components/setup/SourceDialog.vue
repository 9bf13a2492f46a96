<script setup lang="ts">
import type { Source } from '#shared/api'
import { sourceEditSchema } from '#shared/schemas'
import { words } from '#shared/words'
import { api } from '../../api/client'

const props = defineProps<{ source: Source | null }>()
const emit = defineEmits<{ close: [] }>()
const says = words.source
const brand = useBrandStore()
const form = useForm(sourceEditSchema, { label: '', folder: '' as string | null, own: false, version: 1 })
watch(
  () => props.source,
  (source) => {
    if (source) form.start({ label: source.label, folder: source.folders.join(', '), own: source.own, version: source.version })
  },
)
async function save(): Promise<void> {
  const id = props.source!.id
  if (
    await form.send((values) => brand.change(words.notices.saved, () => api.patch(brand.path(`/sources/${id}`), { ...values, folder: values.folder || null })))
  )
    emit('close')
}
async function remove(): Promise<void> {
  const { id, label } = props.source!
  if (await form.send(() => brand.change(words.notices.removed(label), () => api.remove(brand.path(`/sources/${id}`))))) emit('close')
}
</script>

<template>
  <SideDialog :open="source !== null" :title="says.editTitle" @close="emit('close')">
    <form id="source-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField v-model="form.values.label" :label="says.label" :error="form.errors.value.label" @leave="form.leave('label')" />
      <TextField
        v-model="form.values.folder"
        :label="says.folder"
        :placeholder="says.folderHint"
        :error="form.errors.value.folder"
        @leave="form.leave('folder')"
      />
      <label class="flex items-center gap-2"><input v-model="form.values.own" type="checkbox" class="accent-(--act)" />{{ says.own }}</label>
      <p class="text-small break-all text-ink-3">{{ source?.feedUrl }}</p>
      <ProblemLine :says="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="source-form" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
