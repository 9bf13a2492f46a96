<script setup lang="ts">
import { languageName } from '#shared/drafting/messages'
import { draftingRoutes } from '#shared/drafting/routes'
import { modelSchema } from '#shared/drafting/schemas'
import { DRAFT_LANGUAGES, type DraftingView } from '#shared/drafting/types'
import * as words from '#shared/words'

/** Sets a brand's model, or changes it. */
const props = defineProps<{ open: boolean; settings: DraftingView }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.drafting
const brand = useBrandStore()
const form = useForm(modelSchema, {
  ...{ address: '', key: '', model: '', language: '', freedom: 40, answerTokens: 300 },
  ...{ monthTokens: 200_000, price: null as number | null, currency: 'EUR', version: 0 },
})
watch(
  () => props.open,
  (open) => {
    if (!open) return
    const { model, language, freedom, answerTokens, monthTokens, price, currency, version } = props.settings
    form.start({
      ...{ address: '', key: '', model, language: language ?? '' },
      ...{ freedom, answerTokens, monthTokens, price, currency, version },
    })
  },
  { immediate: true },
)
const isSet = computed(() => props.settings.host !== '')
const languages = [
  { value: '', label: labels.ofArticle },
  ...DRAFT_LANGUAGES.map((value) => ({ value, label: languageName(value) })),
]
async function save(): Promise<void> {
  const done = await form.send((body) =>
    brand.change(labels.saved, () => brand.call(draftingRoutes.saveModel, { body })),
  )
  if (done) emit('close')
}
</script>

<template>
  <SideDialog :open="open" :title="labels.dialog" @close="emit('close')">
    <form id="model" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.address"
        :label="labels.address"
        :hint="isSet ? labels.addressKept : labels.addressHint"
        :placeholder="isSet ? settings.host : labels.addressBegins"
        inputmode="url"
        autocomplete="off"
        :error="form.errors.value.address"
        @leave="form.leave('address')"
      />
      <TextField
        v-model="form.values.key"
        :label="labels.key"
        :hint="settings.hasKey ? labels.keyKept : labels.keyHint"
        type="password"
        autocomplete="off"
        :error="form.errors.value.key"
        @leave="form.leave('key')"
      />
      <TextField
        v-model="form.values.model"
        :label="labels.model"
        autocomplete="off"
        :error="form.errors.value.model"
        @leave="form.leave('model')"
      />
      <ChoiceField v-model="form.values.language" :label="labels.language" :choices="languages" />
      <TextField
        v-model="form.values.freedom"
        :label="labels.freedom"
        :hint="labels.freedomHint"
        inputmode="numeric"
        :error="form.errors.value.freedom"
        @leave="form.leave('freedom')"
      />
      <TextField
        v-model="form.values.answerTokens"
        :label="labels.answerTokens"
        :hint="labels.answerHint"
        inputmode="numeric"
        :error="form.errors.value.answerTokens"
        @leave="form.leave('answerTokens')"
      />
      <TextField
        v-model="form.values.monthTokens"
        :label="labels.monthTokens"
        :hint="labels.monthHint"
        inputmode="numeric"
        :error="form.errors.value.monthTokens"
        @leave="form.leave('monthTokens')"
      />
      <div class="grid grid-cols-[minmax(0,1fr)_96px] gap-3">
        <TextField
          v-model="form.values.price"
          :label="labels.price"
          :hint="labels.priceHint"
          inputmode="decimal"
          :error="form.errors.value.price"
          @leave="form.leave('price')"
        />
        <TextField
          v-model="form.values.currency"
          :label="labels.currency"
          maxlength="3"
          :error="form.errors.value.currency"
          @leave="form.leave('currency')"
        />
      </div>
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="model" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
    </template>
  </SideDialog>
</template>
