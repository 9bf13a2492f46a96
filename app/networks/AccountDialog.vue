<script setup lang="ts">
import { networkRoutes } from '#shared/networks/routes'
import type { LinkRule } from '#core/url/linkRule'
import type { Account } from '#shared/networks/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import { accountEditSchema } from '#shared/networks/schemas'
import { linkPlacesOf } from '#core/post/proof'
import * as words from '#shared/words'
import LinkMarks from '~/posts/LinkMarks.vue'

const props = defineProps<{ account: Account | null }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.account
const brand = useBrandStore()
const form = useForm(accountEditSchema, {
  name: '',
  approver: 'anyone' as Account['approver'],
  linkRule: null as Account['linkRule'],
  appearsOn: [] as string[],
  hashtagsMost: '',
  buttonLabel: '',
  token: '',
  version: 1,
})
watch(
  () => props.account,
  (account) => {
    if (!account) return
    form.start({
      name: account.name,
      approver: account.approver,
      linkRule: account.linkRule,
      appearsOn: [...account.appearsOn],
      hashtagsMost: String(account.hashtagsMost ?? ''),
      buttonLabel: account.buttonLabel ?? '',
      token: '',
      version: account.version,
    })
  },
)
/** Whether its network may put a link behind a button. */
const hasButton = computed(
  () => props.account !== null && linkPlacesOf(props.account.rules).includes('button'),
)
const others = computed(() => (brand.view?.accounts ?? []).filter(({ id }) => id !== props.account?.id))
const setUp = words.writingSetUp
const approvers = Object.entries(setUp.approvers).map(([value, label]) => ({ value, label }))
const linkKinds = [
  { value: '', label: setUp.ofBrand },
  ...Object.entries(setUp.linkRules).map(([value, label]) => ({ value, label })),
]
const linkKind = computed({
  get: () => form.values.linkRule?.kind ?? '',
  set: (kind) => {
    form.values.linkRule =
      kind === ''
        ? null
        : {
            kind: kind as LinkRule['kind'],
            marks: form.values.linkRule?.marks ?? { ...USUAL_WRITING.linkRule.marks },
          }
  },
})
const notices = useNoticesStore()
const asking = ref(false)
/** Networks change how they take posts; what waits and no longer suits goes back to the Desk. */
async function askAgain(): Promise<void> {
  asking.value = true
  try {
    const { returned } = await brand.call(networkRoutes.checkAgain, { id: props.account!.id })
    notices.say(setUp.checkedAgain(returned))
  } catch (error) {
    notices.complain(error)
  } finally {
    asking.value = false
  }
}
async function save(): Promise<void> {
  const id = props.account!.id
  if (
    await form.send((values) =>
      brand.change(words.notices.saved, () => brand.call(networkRoutes.editAccount, { id, body: values })),
    )
  )
    emit('close')
}
async function remove(): Promise<void> {
  const { id, name } = props.account!
  // Removing asks nothing of the other fields: what was typed there does not matter any more.
  form.start({ ...form.values, name })
  if (
    await form.send(() =>
      brand.change(words.notices.removed(name), () => brand.call(networkRoutes.removeAccount, { id })),
    )
  )
    emit('close')
}
</script>

<template>
  <SideDialog :open="account !== null" :title="labels.editTitle" @close="emit('close')">
    <form id="account-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <ChoiceField v-model="form.values.approver" :label="setUp.approver" :choices="approvers" />
      <ChoiceField v-model="linkKind" :label="setUp.accountRule" :choices="linkKinds" />
      <LinkMarks v-if="form.values.linkRule && linkKind !== 'plain'" v-model="form.values.linkRule.marks" />
      <TextField
        v-model="form.values.hashtagsMost"
        inputmode="numeric"
        :label="labels.hashtagsMost"
        :hint="labels.hashtagsMostHint"
        :error="form.errors.value.hashtagsMost"
        @leave="form.leave('hashtagsMost')"
      />
      <TextField
        v-if="hasButton"
        v-model="form.values.buttonLabel"
        :label="labels.buttonLabel"
        :hint="labels.buttonLabelHint"
        :error="form.errors.value.buttonLabel"
        @leave="form.leave('buttonLabel')"
      />
      <fieldset v-if="others.length > 0" class="grid gap-1">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.appearsOn }}</legend>
        <label v-for="other in others" :key="other.id" class="flex min-h-6 items-center gap-2"
          ><input
            v-model="form.values.appearsOn"
            type="checkbox"
            :value="other.id"
            class="accent-(--act)"
          />{{ other.name }}</label
        >
        <p class="text-small text-ink-3">{{ labels.appearsOnHint }}</p>
      </fieldset>
      <TextField
        v-if="account?.protocol !== 'hand'"
        v-model="form.values.token"
        :label="account?.protocol === 'webhook' ? words.describedNetwork.secret : labels.newToken"
        :hint="labels.newTokenHint"
        type="password"
        autocomplete="off"
        :error="form.errors.value.token"
        @leave="form.leave('token')"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="account-form" :busy="form.busy.value">{{
        words.frame.save
      }}</PlainButton>
      <PlainButton v-if="brand.isOwner && account?.protocol !== 'hand'" :busy="asking" @click="askAgain">{{
        setUp.checkAgain
      }}</PlainButton>
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
