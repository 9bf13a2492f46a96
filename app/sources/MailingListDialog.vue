<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import { mailSourceSchema } from '#shared/sources/schemas'
import * as words from '#shared/words'
import { noWishes } from './sourceForms'
import SourceSettings from './SourceSettings.vue'

const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.source
const brand = useBrandStore()
const form = useForm(mailSourceSchema, noWishes())
const address = ref('')
watch(
  () => props.open,
  (open) => {
    if (!open) return
    form.start(noWishes())
    address.value = ''
  },
)
async function add(): Promise<void> {
  await form.send(async (values) => {
    const made = await brand.change(words.notices.added(values.label), () =>
      brand.call(sourceRoutes.addMailingList, { body: values }),
    )
    address.value = made.mailAddress
  })
}
</script>

<template>
  <SideDialog :open="open" :title="labels.mailTitle" @close="emit('close')">
    <SecretAddress v-if="address" :label="labels.mailAddress" :address="address" :hint="labels.mailHint" />
    <form v-else id="mail-form" class="grid gap-4" novalidate @submit.prevent="add">
      <p class="text-ink-2">{{ labels.mailIntro }}</p>
      <SourceSettings :values="form.values" :errors="form.errors.value" folded by-mail @leave="form.leave" />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton v-if="address" kind="act" @click="emit('close')">{{ words.frame.close }}</PlainButton>
      <PlainButton v-else kind="act" type="submit" form="mail-form" :busy="form.busy.value">{{
        labels.mailMake
      }}</PlainButton>
    </template>
  </SideDialog>
</template>
