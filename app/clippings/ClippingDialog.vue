<script setup lang="ts">
import { words as wordsOf } from '#core/text/words'
import type { Clipping } from '#shared/clippings/types'
import { clippingRoutes } from '#shared/clippings/routes'
import { clippingSchema } from '#shared/clippings/schemas'
import * as words from '#shared/words'
import { useClippingActions } from './useClippings'

const LONG = 5
const MOST_WORDS = 6
const props = defineProps<{ clipping: Clipping | null; folders: string[] }>()
const emit = defineEmits<{ close: []; tag: [articleId: string, add: string[], remove: string[]] }>()
const labels = words.clippings
const actions = useClippingActions()
const brand = useBrandStore()
const form = useForm(clippingSchema, {
  note: '',
  folder: '',
  title: null as string | null,
  text: null as string | null,
  quote: null as string | null,
  version: 1,
})
const listId = useId()
const kind = computed(() => props.clipping?.kind)
/** What it holds of its own is fetched with it: the list shows only how it begins. */
watch(
  () => props.clipping,
  async (item) => {
    if (!item) return
    const { note, quote, version } = item
    const known = { note, folder: item.folder ?? '', title: null, text: null, quote, version }
    form.start(known)
    if (item.kind === 'article') return
    const detail = await brand.call(clippingRoutes.clipping, { id: item.id }).catch(() => null)
    if (!detail?.isOwn || props.clipping?.id !== item.id) return
    // What was typed meanwhile stays.
    form.values.title = detail.clipping.title
    form.values.text = detail.text
  },
  { immediate: true },
)
// Tags are put on at once, as everywhere; the list behind is fetched anew and this dialog shows what it was
// opened with.
const tagNames = ref<string[]>([])
watch(
  () => props.clipping?.id,
  () => (tagNames.value = (props.clipping?.tags ?? []).map(({ name }) => name)),
  { immediate: true },
)
function tag(wanted: string[]): void {
  const before = tagNames.value
  tagNames.value = wanted
  const [add, remove] = [
    wanted.filter((name) => !before.includes(name)),
    before.filter((name) => !wanted.includes(name)),
  ]
  emit('tag', props.clipping!.articleId!, add, remove)
}
/** The longer words of its quote or title, any of them, as the beginning of a watch. */
const watchAt = computed(() => {
  const text = props.clipping?.quote ?? props.clipping?.title ?? ''
  const found = [
    ...new Set(
      wordsOf(text)
        .map((word) => word.text)
        .filter((word) => word.length >= LONG),
    ),
  ].slice(0, MOST_WORDS)
  return {
    path: '/watch/new',
    query: { words: found.map((word) => `"${word}"`).join(' OR '), name: found.slice(0, 3).join(' ') },
  }
})
async function save(): Promise<void> {
  if (
    await form.send(() =>
      actions.edit(props.clipping!, {
        note: form.values.note,
        folder: form.values.folder,
        title: form.values.title,
        text: form.values.text,
        quote: form.values.quote,
      }),
    )
  )
    emit('close')
}
</script>

<template>
  <SideDialog :open="clipping !== null" :title="labels.editTitle" @close="emit('close')">
    <form id="clipping-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-if="form.values.title !== null"
        v-model="form.values.title"
        :label="words.collection.ownTitle"
        dir="auto"
        :error="form.errors.value.title"
        @leave="form.leave('title')"
      />
      <p v-else class="serif text-headline font-medium wrap-anywhere" dir="auto">{{ clipping?.title }}</p>
      <TextField
        v-if="form.values.quote !== null && kind === 'quote'"
        v-model="form.values.quote"
        :label="words.collection.ownQuote"
        :lines="4"
        dir="auto"
        :error="form.errors.value.quote"
        @leave="form.leave('quote')"
      />
      <TextField
        v-model="form.values.note"
        :label="labels.note"
        :placeholder="labels.notePlaceholder"
        :lines="5"
        :error="form.errors.value.note"
        @leave="form.leave('note')"
      />
      <TextField
        v-model="form.values.folder"
        :label="labels.folder"
        :placeholder="labels.folderPlaceholder"
        :list="listId"
        :error="form.errors.value.folder"
        @leave="form.leave('folder')"
      />
      <datalist :id="listId"><option v-for="folder in folders" :key="folder" :value="folder" /></datalist>
      <TextField
        v-if="form.values.text !== null"
        v-model="form.values.text"
        :label="words.collection.ownText"
        :lines="8"
        dir="auto"
        :error="form.errors.value.text"
        @leave="form.leave('text')"
      />
      <TagField
        v-if="clipping?.articleId"
        :model-value="tagNames"
        :known="(brand.view?.tags ?? []).map(({ name }) => name)"
        :label="words.wire.sheet.tags"
        @update:model-value="tag"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="clipping-form" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
      <NuxtLink :to="watchAt" class="px-2 py-1.5 font-semibold text-act">{{ labels.watchThese }}</NuxtLink>
    </template>
  </SideDialog>
</template>
