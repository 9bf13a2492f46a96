<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import type { Source } from '#shared/sources/types'
import { sourceEditSchema } from '#shared/sources/schemas'
import * as words from '#shared/words'
import { noWishes, settingsOf } from './sourceForms'
import SourceSettings from './SourceSettings.vue'

const props = defineProps<{ source: Source | null }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.source
const brand = useBrandStore()
const form = useForm(sourceEditSchema, { ...noWishes(), paused: false, version: 1 })
// Begun anew for another source alone: what is typed stays when the list is fetched anew behind it.
watch(
  () => props.source?.id,
  () => {
    const { source } = props
    if (source)
      form.start({ ...settingsOf(source), paused: source.pausedAt !== null, version: source.version })
  },
  { immediate: true },
)
async function save(): Promise<void> {
  const id = props.source!.id
  const done = await form.send((values) =>
    brand.change(words.notices.saved, () => brand.call(sourceRoutes.editSource, { id, body: values })),
  )
  if (done) emit('close')
}
async function remove(): Promise<void> {
  const { id, label } = props.source!
  if (
    await form.send(() =>
      brand.change(words.notices.removed(label), () => brand.call(sourceRoutes.removeSource, { id })),
    )
  )
    emit('close')
}
const renew = (): Promise<boolean> =>
  form.send(() =>
    brand.change(labels.addressRenewed, () =>
      brand.call(sourceRoutes.renewMailAddress, { id: props.source!.id }),
    ),
  )
</script>

<template>
  <SideDialog :open="source !== null" :title="labels.editTitle" @close="emit('close')">
    <form id="source-form" class="grid gap-4" novalidate @submit.prevent="save">
      <SourceSettings
        :values="form.values"
        :errors="form.errors.value"
        :by-mail="source?.kind === 'mail'"
        @leave="form.leave"
      >
        <template #more>
          <label class="flex items-center gap-2"
            ><input v-model="form.values.paused" type="checkbox" class="accent-(--act)" />{{
              labels.paused
            }}</label
          >
        </template>
      </SourceSettings>
      <SecretAddress
        v-if="source?.mailAddress"
        :label="labels.mailAddress"
        :address="source.mailAddress"
        :hint="labels.mailHint"
      >
        <PlainButton @click="renew">{{ labels.newAddress }}</PlainButton>
      </SecretAddress>
      <p v-else class="text-small break-all text-ink-3">{{ source?.feedUrl }}</p>
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="source-form" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
      <NuxtLink
        v-if="source"
        :to="{
          path: '/watch/new',
          query: {
            words: `source:&quot;${source.label.replace(/[&quot;“”„«»]/g, ' ')}&quot;`,
            name: source.label,
          },
        }"
        class="px-2 py-1.5 font-semibold text-act"
        >{{ labels.watchIt }}</NuxtLink
      >
    </template>
  </SideDialog>
</template>
