<script setup lang="ts">
import { scheduleRoutes } from '#shared/schedule/routes'
import { peopleRoutes } from '#shared/people/routes'
import { v7 as uuid } from 'uuid'
import type { Brand } from '#shared/people/types'
import type { PlanChange } from '#shared/schedule/types'
import { brandSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import PlanChangeList from '~/schedule/PlanChangeList.vue'

const props = defineProps<{
  /** The brand to edit; null makes a new one. */
  brand: Brand | null
  submit?: string
}>()
const emit = defineEmits<{ made: [brand: Brand]; saved: [] }>()
const labels = words.brand
const store = useBrandStore()
const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = [...new Set([ownZone, ...Intl.supportedValuesOf('timeZone')])].map((zone) => ({
  value: zone,
  label: zone.replaceAll('_', ' '),
}))
const languageNames = new Intl.DisplayNames('en', { type: 'language' })
const languages = ['en', 'de', 'es', 'fr', 'it', 'nl', 'pt', 'sv'].map((code) => ({
  value: code,
  label: languageNames.of(code) ?? code,
}))
// One id a form: a retry after a lost answer makes no second brand.
const id = uuid()
const form = useForm(brandSchema, {
  name: props.brand?.name ?? '',
  zone: props.brand?.zone ?? ownZone,
  language: props.brand?.language ?? 'en',
  mark: props.brand?.mark ?? '',
  markInk: props.brand?.markInk ?? 1,
  linkApartMinutes: (props.brand?.linkApartMinutes ?? 0) as number | string,
  ownSites: [...(props.brand?.ownSites ?? [])],
  ownPillarId: props.brand?.ownPillarId ?? null,
  keep: 'clock' as 'clock' | 'moment',
  version: props.brand?.version ?? 1,
})
watch(
  () => form.values.name,
  (name, before) => {
    const first = (text: string): string => [...text.trim()][0]?.toUpperCase() ?? ''
    if (form.values.mark === first(before)) form.values.mark = first(name)
  },
)
const typedSites = ref(form.values.ownSites.join(', '))
watch(typedSites, (typed) => (form.values.ownSites = typed.split(/[\s,]+/).filter(Boolean)))
const pillars = computed(() => [
  { value: '', label: words.source.noPillar },
  ...(store.view?.pillars ?? []).map((pillar) => ({ value: pillar.id, label: pillar.name })),
])
const keeps = Object.entries(labels.keepNames).map(([value, label]) => ({ value, label }))
const change = shallowRef<PlanChange | null>(null)
watch(
  () => [form.values.zone, form.values.keep] as const,
  async ([zone, keep]) => {
    change.value = null
    if (!props.brand || zone === props.brand.zone || !store.isOwner) return
    const found = await store.call(scheduleRoutes.tryZone, { body: { zone, keep } }).catch(() => null)
    if (zone === form.values.zone && keep === form.values.keep) change.value = found
  },
)
async function save(): Promise<void> {
  await form.send(async (values) => {
    if (props.brand) {
      await store.change(words.notices.saved, () => store.call(peopleRoutes.editBrand, { body: values }))
      emit('saved')
    } else emit('made', await api.call(peopleRoutes.addBrand, { body: { id, ...values } }))
  })
}
</script>

<template>
  <form class="grid gap-4" novalidate @submit.prevent="save">
    <TextField
      v-model="form.values.name"
      :label="labels.name"
      :error="form.errors.value.name"
      @leave="form.leave('name')"
    />
    <ChoiceField
      v-model="form.values.zone"
      :label="labels.zone"
      :choices="zones"
      :error="form.errors.value.zone"
    />
    <template v-if="brand && form.values.zone !== brand.zone">
      <ChoiceField v-model="form.values.keep" :label="labels.keep" :choices="keeps" />
      <div v-if="change" class="rounded-md border border-rule p-3">
        <p class="mb-2 text-small text-ink-2">{{ labels.zoneChange }}</p>
        <PlanChangeList :change="change" />
      </div>
    </template>
    <ChoiceField
      v-model="form.values.language"
      :label="labels.language"
      :choices="languages"
      :error="form.errors.value.language"
    />
    <div class="grid grid-cols-[110px_1fr] gap-4">
      <TextField
        v-model="form.values.mark"
        :label="labels.mark"
        :hint="labels.markHint"
        maxlength="2"
        :error="form.errors.value.mark"
        @leave="form.leave('mark')"
      />
      <InkField v-model="form.values.markInk" :label="labels.ink" />
    </div>
    <TextField
      v-if="brand"
      v-model="form.values.linkApartMinutes"
      :label="labels.linkApart"
      :hint="labels.linkApartHint"
      inputmode="numeric"
      :error="form.errors.value.linkApartMinutes"
      @leave="form.leave('linkApartMinutes')"
    />
    <template v-if="brand">
      <TextField
        v-model="typedSites"
        :label="labels.ownSites"
        :hint="labels.ownSitesHint"
        inputmode="url"
        autocomplete="off"
        :error="form.errors.value.ownSites"
        @leave="form.leave('ownSites')"
      />
      <ChoiceField
        v-if="form.values.ownSites.length > 0"
        :model-value="form.values.ownPillarId ?? ''"
        :label="labels.ownPillar"
        :choices="pillars"
        @update:model-value="form.values.ownPillarId = $event || null"
      />
    </template>
    <ErrorMessage :message="form.problem.value" />
    <div>
      <PlainButton v-if="!brand || store.isOwner" kind="act" type="submit" :busy="form.busy.value">{{
        submit ?? (brand ? words.frame.save : labels.add)
      }}</PlainButton>
      <p v-else class="text-small text-ink-2">{{ words.setUp.readOnly }}</p>
    </div>
  </form>
</template>
