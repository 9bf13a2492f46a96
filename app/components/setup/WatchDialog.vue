<script setup lang="ts">
import type { Undoable } from '#shared/api'
import type { Watch } from '#shared/watches'
import { watchSchema } from '#shared/schemas'
import { words } from '#shared/words'
import { api } from '../../api/client'

const props = defineProps<{ open: boolean; watch: Watch | null }>()
const emit = defineEmits<{ close: [] }>()
const says = words.watch
const brand = useBrandStore()
const form = useForm(watchSchema, { name: '', query: '', ink: 1, version: 1 })
watch(
  () => props.open,
  (open) => {
    if (!open) return
    const free = ((brand.view?.watches.length ?? 0) % 8) + 1
    form.start(
      props.watch
        ? { name: props.watch.name, query: props.watch.query, ink: props.watch.ink, version: props.watch.version }
        : { name: '', query: '', ink: free, version: 1 },
    )
  },
  { immediate: true },
)
async function save(): Promise<void> {
  const known = props.watch
  const done = await form.send((values) =>
    brand.change<Undoable>(known ? words.notices.saved : words.notices.added(values.name), () =>
      known ? api.patch(brand.path(`/watches/${known.id}`), values) : api.post(brand.path('/watches'), values),
    ),
  )
  if (done) emit('close')
}
async function remove(): Promise<void> {
  const { id, name } = props.watch!
  if (await form.send(() => brand.change(words.notices.removed(name), () => api.remove(brand.path(`/watches/${id}`))))) emit('close')
}
</script>

<template>
  <SideDialog :open="open" :title="props.watch ? says.editTitle : says.newTitle" @close="emit('close')">
    <form id="watch-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField v-model="form.values.name" :label="says.name" :error="form.errors.value.name" @leave="form.leave('name')" />
      <TextField
        v-model="form.values.query"
        :lines="3"
        :label="says.query"
        :placeholder="says.queryHint"
        :hint="says.help"
        :error="form.errors.value.query"
        spellcheck="false"
        @leave="form.leave('query')"
      />
      <InkField v-model="form.values.ink" :label="says.ink" />
      <ProblemLine :says="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="watch-form" :busy="form.busy.value">{{
        form.busy.value ? says.saving : props.watch ? words.frame.save : says.add
      }}</PlainButton>
      <PlainButton v-if="props.watch" @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
