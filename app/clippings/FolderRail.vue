<script setup lang="ts">
import { Folder, FolderPlus, ListPlus, Pencil } from '@lucide/vue'
import { clippingRoutes } from '#shared/clippings/routes'
import { clippingFolderEditSchema } from '#shared/clippings/schemas'
import type { ClippingFolder } from '#shared/clippings/types'
import * as words from '#shared/words'
import { vDropTarget, type Dragged, type DropTarget } from '~/base/dragging'

/** The folders clippings are kept in: to look into, and to let clippings go on. */
const props = defineProps<{ folders: ClippingFolder[] }>()
const emit = defineEmits<{ drop: [clippingId: string, folder: ClippingFolder | null]; lists: [] }>()
/** The folder that is looked into; '' for all. */
const chosen = defineModel<string>({ required: true })
const labels = words.collection
const brand = useBrandStore()

const over = ref<string | null>(null)
const targetOf = (folder: ClippingFolder | null): DropTarget => ({
  takes: ({ kind }) => kind === 'clipping',
  over: (dragged: Dragged | null) => (over.value = dragged ? (folder?.id ?? '') : null),
  drop: (dragged: Dragged) => dragged.kind === 'clipping' && emit('drop', dragged.id, folder),
})

/** The folder that is being named: null for none, '' for a new one. */
const editing = ref<string | null>(null)
const form = useForm(clippingFolderEditSchema, { name: '', version: 1 })
const isRemoving = ref(false)
const edited = computed(() => props.folders.find(({ id }) => id === editing.value) ?? null)
function edit(folder: ClippingFolder | null): void {
  form.start({ name: folder?.name ?? '', version: folder?.version ?? 1 })
  editing.value = folder?.id ?? ''
}
async function save(): Promise<void> {
  const folder = edited.value
  const isSaved = await form.send(async ({ name, version }) => {
    if (folder)
      await brand.change(labels.folderSaved(name), () =>
        brand.call(clippingRoutes.renameFolder, { id: folder.id, body: { name, version } }),
      )
    else
      await brand.change(labels.folderMade(name), () =>
        brand.call(clippingRoutes.addFolder, { body: { name } }),
      )
  })
  if (isSaved) editing.value = null
}
async function remove(folder: ClippingFolder): Promise<void> {
  isRemoving.value = true
  try {
    await brand.change(labels.folderRemoved(folder.name), () =>
      brand.call(clippingRoutes.removeFolder, { id: folder.id }),
    )
    if (chosen.value === folder.id) chosen.value = ''
    editing.value = null
  } catch (error) {
    form.problem.value = error instanceof Error ? error.message : ''
  } finally {
    isRemoving.value = false
  }
}
</script>

<template>
  <nav
    class="flex min-h-0 w-[176px] shrink-0 flex-col gap-0.5 overflow-y-auto border-r border-rule bg-paper p-2"
    :aria-label="labels.folders"
  >
    <button
      v-drop-target="targetOf(null)"
      type="button"
      class="flex min-h-8 items-center gap-2 rounded-md px-2 text-left"
      :class="[
        chosen === '' ? 'bg-sheet font-semibold' : 'hover:bg-sheet',
        over === '' ? 'shadow-[0_0_0_2px_var(--act)]' : '',
      ]"
      :aria-current="chosen === '' ? 'true' : undefined"
      @click="chosen = ''"
    >
      {{ labels.all }}
    </button>
    <div
      v-for="folder in folders"
      :key="folder.id"
      v-drop-target="targetOf(folder)"
      class="group flex min-h-8 items-center rounded-md"
      :class="[
        chosen === folder.id ? 'bg-sheet font-semibold' : 'hover:bg-sheet',
        over === folder.id ? 'shadow-[0_0_0_2px_var(--act)]' : '',
      ]"
    >
      <button
        type="button"
        class="flex min-w-0 grow items-center gap-2 px-2 py-1 text-left"
        :aria-current="chosen === folder.id ? 'true' : undefined"
        :data-folder="folder.name"
        @click="chosen = folder.id"
      >
        <Folder :size="15" class="shrink-0 text-ink-3" aria-hidden="true" />
        <span class="min-w-0 grow truncate" :title="folder.name">{{ folder.name }}</span>
        <span class="text-small font-normal text-ink-3">{{ folder.count }}</span>
      </button>
      <button
        v-if="brand.canWork"
        type="button"
        :class="[
          'mr-0.5 grid size-6 shrink-0 place-items-center rounded text-ink-3 hover:text-ink',
          'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100',
        ]"
        :aria-label="labels.renameFolder(folder.name)"
        :title="labels.folderTitle"
        @click="edit(folder)"
      >
        <Pencil :size="13" aria-hidden="true" />
      </button>
    </div>
    <button
      v-if="brand.canWork"
      type="button"
      class="flex min-h-8 items-center gap-2 rounded-md px-2 text-left text-ink-2 hover:text-ink"
      @click="edit(null)"
    >
      <FolderPlus :size="15" aria-hidden="true" />{{ labels.newFolder }}
    </button>
    <button
      type="button"
      class="mt-auto flex min-h-8 items-center gap-2 rounded-md px-2 py-1 text-left text-ink-2 hover:text-ink"
      @click="emit('lists')"
    >
      <ListPlus :size="15" class="shrink-0" aria-hidden="true" />{{ words.savedLists.open }}
    </button>
    <SideDialog
      :open="editing !== null"
      :title="edited ? labels.folderTitle : labels.newFolder"
      place="middle"
      @close="editing = null"
    >
      <form id="folder-form" class="grid gap-4" novalidate @submit.prevent="save">
        <TextField
          v-model="form.values.name"
          :label="labels.folderName"
          :error="form.errors.value.name"
          @leave="form.leave('name')"
        />
        <p v-if="edited" class="text-small text-ink-2">{{ labels.removeDetail }}</p>
        <ErrorMessage :message="form.problem.value" />
      </form>
      <template #actions>
        <PlainButton kind="act" type="submit" form="folder-form" :busy="form.busy.value">{{
          edited ? words.frame.save : labels.makeFolder
        }}</PlainButton>
        <PlainButton v-if="edited" kind="bad" :busy="isRemoving" @click="remove(edited)">{{
          labels.removeFolder
        }}</PlainButton>
      </template>
    </SideDialog>
  </nav>
</template>
