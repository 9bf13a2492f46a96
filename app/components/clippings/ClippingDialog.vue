<script setup lang="ts">
import type { Clipping } from '#shared/api'
import { clippingSchema } from '#shared/schemas'
import { words } from '#shared/words'

const props = defineProps<{ one: Clipping | null; folders: string[] }>()
const emit = defineEmits<{ close: [] }>()
const says = words.clippings
const store = useClippingsStore()
const form = useForm(clippingSchema, { note: '', folder: '', version: 1 })
const listId = useId()
watch(
  () => props.one,
  (one) => {
    if (one) form.start({ note: one.note, folder: one.folder ?? '', version: one.version })
  },
  { immediate: true },
)
async function save(): Promise<void> {
  if (await form.send(() => store.edit(props.one!, { note: form.values.note, folder: form.values.folder }))) emit('close')
}
</script>

<template>
  <SideDialog :open="one !== null" :title="says.editTitle" @close="emit('close')">
    <form id="clipping-form" class="grid gap-4" novalidate @submit.prevent="save">
      <p class="serif text-headline font-medium wrap-anywhere" dir="auto">{{ one?.title }}</p>
      <TextField
        v-model="form.values.note"
        :label="says.note"
        :placeholder="says.notePlaceholder"
        :lines="5"
        :error="form.errors.value.note"
        @leave="form.leave('note')"
      />
      <TextField
        v-model="form.values.folder"
        :label="says.folder"
        :placeholder="says.folderPlaceholder"
        :list="listId"
        :error="form.errors.value.folder"
        @leave="form.leave('folder')"
      />
      <datalist :id="listId"><option v-for="folder in folders" :key="folder" :value="folder" /></datalist>
      <ProblemLine :says="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="clipping-form" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
    </template>
  </SideDialog>
</template>
