<script setup lang="ts">
import { tokenRoutes } from '#shared/tokens/routes'
import { personalTokenSchema } from '#shared/tokens/schemas'
import { PERSONAL_SCOPES, type PersonalScope } from '#shared/tokens/types'
import * as words from '#shared/words'

/** Makes a token for a program, and shows it the once that it can be seen. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.tokens
const brand = useBrandStore()
const form = useForm(personalTokenSchema, { name: '', scopes: ['read'] as PersonalScope[], days: 90 })
const token = ref('')
watch(
  () => props.open,
  (open) => {
    if (open) form.start({ name: '', scopes: ['read'], days: 90 })
  },
)
const days = Object.entries(labels.dayChoices).map(([value, label]) => ({ value, label }))
const chosenDays = computed({
  get: () => String(form.values.days),
  set: (value: string) => (form.values.days = Number(value)),
})
const error = computed(() => errorOfList(form.errors.value, 'scopes'))
const turn = (scope: PersonalScope, isOn: boolean): void =>
  void (form.values.scopes = PERSONAL_SCOPES.filter((one) =>
    one === scope ? isOn : form.values.scopes.includes(one),
  ))

async function save(): Promise<void> {
  await form.send(async (body) => {
    const made = await brand.call(tokenRoutes.add, { body, by: 'brand' })
    token.value = made.token
  })
}
function done(): void {
  token.value = ''
  emit('close')
}
</script>

<template>
  <SideDialog :open="open && token === ''" :title="labels.add" @close="emit('close')">
    <form id="token" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        autocomplete="off"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <fieldset class="grid gap-1">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.scopesTitle }}</legend>
        <label v-for="scope in PERSONAL_SCOPES" :key="scope" class="flex min-h-6 items-start gap-2"
          ><input
            type="checkbox"
            class="mt-[3px] accent-(--act)"
            :checked="form.values.scopes.includes(scope)"
            @change="turn(scope, ($event.target as HTMLInputElement).checked)"
          />{{ labels.scopes[scope] }}</label
        >
        <ErrorMessage :message="error" />
        <p class="text-small text-ink-3">{{ labels.noMore }}</p>
      </fieldset>
      <ChoiceField v-model="chosenDays" :label="labels.days" :choices="days" />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="token" :busy="form.busy.value">{{
        labels.make
      }}</PlainButton>
    </template>
  </SideDialog>
  <SideDialog :open="token !== ''" :title="labels.newTitle" place="middle" @close="done">
    <SecretAddress :label="labels.token" :address="token" :hint="labels.tokenHint" />
    <template #actions>
      <PlainButton kind="act" @click="done">{{ labels.seen }}</PlainButton>
    </template>
  </SideDialog>
</template>
