<script setup lang="ts">
import { articleRoutes } from '#shared/articles/routes'
import { tagSchema } from '#shared/reading/schemas'
import type { TagUse } from '#shared/articles/types'
import * as words from '#shared/words'

const props = defineProps<{ tag: TagUse | null; others: TagUse[] }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.tag
const brand = useBrandStore()
const form = useForm(tagSchema, { name: '', version: 1 })
const into = ref('')
watch(
  () => props.tag,
  (tag) => {
    if (!tag) return
    form.start({ name: tag.name, version: tag.version })
    into.value = ''
  },
  { immediate: true },
)
async function save(): Promise<void> {
  if (
    await form.send((values) =>
      brand.change(words.notices.saved, () =>
        brand.call(articleRoutes.editTag, { id: props.tag!.id, body: values }),
      ),
    )
  )
    emit('close')
}
async function merge(): Promise<void> {
  const other = props.others.find(({ id }) => id === into.value)
  if (!other) return
  const { id, name } = props.tag!
  if (
    await form.send(() =>
      brand.change(labels.merged(name, other.name), () =>
        brand.call(articleRoutes.mergeTags, { id, body: { into: other.id } }),
      ),
    )
  )
    emit('close')
}
async function remove(): Promise<void> {
  const { id, name } = props.tag!
  if (
    await form.send(() =>
      brand.change(words.notices.removed(name), () => brand.call(articleRoutes.removeTag, { id })),
    )
  )
    emit('close')
}
</script>

<template>
  <SideDialog :open="tag !== null" :title="labels.editTitle" @close="emit('close')">
    <form id="tag-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        maxlength="60"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <div v-if="others.length > 0" class="mt-6 border-t border-rule pt-4">
      <h3 class="part-name">{{ labels.merge }}</h3>
      <p class="mt-1 mb-3 text-ink-2">{{ labels.mergeHint }}</p>
      <div class="flex items-end gap-2">
        <ChoiceField
          v-model="into"
          class="grow"
          :label="labels.mergeInto"
          :choices="[
            { value: '', label: labels.chooseOther },
            ...others.map(({ id, name }) => ({ value: id, label: name })),
          ]"
        />
        <PlainButton :disabled="into === ''" @click="merge">{{ labels.doMerge }}</PlainButton>
      </div>
    </div>
    <template #actions>
      <PlainButton kind="act" type="submit" form="tag-form" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
