<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import type { Folder } from '#shared/sources/types'
import type { Undoable } from '#shared/platform/types'
import { folderSchema } from '#shared/sources/schemas'
import * as words from '#shared/words'
import UsualPost from '~/posts/UsualPost.vue'

const props = defineProps<{ folder: Folder | null }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.folder
const brand = useBrandStore()
const form = useForm(folderSchema, {
  name: '',
  hashtags: [] as string[],
  pillarId: null as string | null,
  accountIds: null as string[] | null,
  version: 1,
})
const tags = ref('')
// Begun anew for another folder alone: what is typed stays when the list is fetched anew behind it.
watch(
  () => props.folder?.id,
  () => {
    const { folder } = props
    if (!folder) return
    const { name, hashtags, pillarId, accountIds, version } = folder
    form.start({ name, hashtags, pillarId, accountIds: accountIds && [...accountIds], version })
    tags.value = folder.hashtags.join(' ')
  },
  { immediate: true },
)
watch(tags, (now) => (form.values.hashtags = now.split(/[\s,]+/).filter(Boolean)))
/** Changes the folder's feed; what is typed in the form stays and can still be saved. */
const change = (message: string, work: () => Promise<Undoable>): Promise<boolean> =>
  form.send(async () => {
    await brand.change(message, work)
    form.values.version = props.folder?.version ?? form.values.version
  })
const id = computed(() => props.folder?.id ?? '')

async function save(): Promise<void> {
  if (
    await form.send((values) =>
      brand.change(words.notices.saved, () =>
        brand.call(sourceRoutes.editFolder, { id: id.value, body: values }),
      ),
    )
  )
    emit('close')
}
async function remove(): Promise<void> {
  const { name } = props.folder!
  if (
    await change(words.notices.removed(name), () => brand.call(sourceRoutes.removeFolder, { id: id.value }))
  )
    emit('close')
}
</script>

<template>
  <SideDialog :open="folder !== null" :title="labels.editTitle" @close="emit('close')">
    <form id="folder-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <TextField
        v-model="tags"
        :label="labels.hashtags"
        :hint="labels.hashtagsHint"
        :error="form.errors.value.hashtags"
        @leave="form.leave('hashtags')"
      />
      <UsualPost
        v-model:pillar-id="form.values.pillarId"
        v-model:account-ids="form.values.accountIds"
        :hint="words.usualPost.folder"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <div class="mt-6 border-t border-rule pt-4">
      <FeedAddress
        :stated="props.folder?.feedAddress ?? null"
        :open="() => brand.call(sourceRoutes.openFolderFeed, { id })"
        :close="() => brand.call(sourceRoutes.closeFolderFeed, { id })"
        :intro="labels.feedIntro"
        :address-hint="labels.addressHint"
        :opened="labels.opened"
        :change="change"
        :busy="form.busy.value"
      />
    </div>
    <template #actions>
      <PlainButton kind="act" type="submit" form="folder-form" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
      <PlainButton @click="remove">{{ labels.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
