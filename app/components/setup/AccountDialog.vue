<script setup lang="ts">
import type { LinkRule } from '../../../core/url/linkRule'
import type { Account } from '#shared/api'
import { USUAL_WRITING } from '#shared/posts'
import { accountEditSchema } from '#shared/schemas'
import { words } from '#shared/words'
import { api } from '../../api/client'
import { READY_MADE, readyMadeChoices, type PlannedSlot, type ReadyMade } from '../../utils/timetables'

const props = defineProps<{ account: Account | null }>()
const emit = defineEmits<{ close: [] }>()
const says = words.account
const brand = useBrandStore()
const form = useForm(accountEditSchema, {
  name: '',
  perDay: '' as string | number | null,
  minGapMinutes: '0' as string | number,
  approver: 'anyone' as Account['approver'],
  linkRule: null as Account['linkRule'],
  repeatAfterDays: '' as string | number | null,
  token: '',
  slots: [] as PlannedSlot[],
  version: 1,
})
watch(
  () => props.account,
  (account) => {
    if (!account) return
    const slots = account.slots.map(({ weekday, time, use, pillarId }) => ({ weekday, time, use, pillarId }))
    form.start({
      name: account.name,
      perDay: account.perDay,
      minGapMinutes: account.minGapMinutes,
      approver: account.approver,
      linkRule: account.linkRule,
      repeatAfterDays: account.repeatAfterDays,
      token: '',
      slots,
      version: account.version,
    })
  },
)
const choices = [{ value: '', label: says.asItIs }, ...readyMadeChoices]
const take = (choice: string): void => {
  if (choice in READY_MADE) form.values.slots = READY_MADE[choice as ReadyMade]
}
const setUp = words.writingSetUp
const approvers = Object.entries(setUp.approvers).map(([value, label]) => ({ value, label }))
const linkKinds = [{ value: '', label: setUp.ofBrand }, ...Object.entries(setUp.linkRules).map(([value, label]) => ({ value, label }))]
const linkKind = computed({
  get: () => form.values.linkRule?.kind ?? '',
  set: (kind) => {
    form.values.linkRule = kind === '' ? null : { kind: kind as LinkRule['kind'], marks: form.values.linkRule?.marks ?? { ...USUAL_WRITING.linkRule.marks } }
  },
})
const notices = useNoticesStore()
const asking = ref(false)
/** Networks change how they take posts; what waits and no longer suits goes back to the Desk. */
async function askAgain(): Promise<void> {
  asking.value = true
  try {
    const { returned } = await api.post<{ returned: number }>(brand.path(`/accounts/${props.account!.id}/check`))
    notices.say(setUp.checkedAgain(returned))
    await brand.load()
  } catch (error) {
    notices.complain(error)
  } finally {
    asking.value = false
  }
}
async function save(): Promise<void> {
  const id = props.account!.id
  if (await form.send((values) => brand.change(words.notices.saved, () => api.patch(brand.path(`/accounts/${id}`), values)))) emit('close')
}
async function remove(): Promise<void> {
  const { id, name } = props.account!
  // Removing asks nothing of the other fields: what was typed there does not matter any more.
  form.start({ ...form.values, name, perDay: null, minGapMinutes: 0 })
  if (await form.send(() => brand.change(words.notices.removed(name), () => api.remove(brand.path(`/accounts/${id}`))))) emit('close')
}
</script>

<template>
  <SideDialog :open="account !== null" :title="says.editTitle" @close="emit('close')">
    <form id="account-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField v-model="form.values.name" :label="says.name" :error="form.errors.value.name" @leave="form.leave('name')" />
      <div class="grid grid-cols-2 gap-3">
        <TextField
          v-model="form.values.perDay"
          :label="says.perDay"
          :placeholder="says.perDayHint"
          inputmode="numeric"
          :error="form.errors.value.perDay"
          @leave="form.leave('perDay')"
        />
        <TextField
          v-model="form.values.minGapMinutes"
          :label="says.minGap"
          inputmode="numeric"
          :error="form.errors.value.minGapMinutes"
          @leave="form.leave('minGapMinutes')"
        />
      </div>
      <div class="grid gap-2">
        <ChoiceField :label="says.timetable" model-value="" :choices="choices" @update:model-value="take" />
        <TimetableEditor v-model="form.values.slots" />
      </div>
      <ChoiceField v-model="form.values.approver" :label="setUp.approver" :choices="approvers" />
      <div class="grid grid-cols-2 gap-3">
        <ChoiceField v-model="linkKind" :label="setUp.accountRule" :choices="linkKinds" />
        <TextField
          v-model="form.values.repeatAfterDays"
          :label="setUp.repeatAfter"
          :hint="setUp.repeatHint"
          inputmode="numeric"
          :error="form.errors.value.repeatAfterDays"
          @leave="form.leave('repeatAfterDays')"
        />
      </div>
      <LinkMarks v-if="form.values.linkRule && linkKind !== 'plain'" v-model="form.values.linkRule.marks" />
      <TextField
        v-model="form.values.token"
        :label="says.newToken"
        :hint="says.newTokenHint"
        type="password"
        autocomplete="off"
        :error="form.errors.value.token"
        @leave="form.leave('token')"
      />
      <ProblemLine :says="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="account-form" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
      <PlainButton v-if="brand.isOwner" :busy="asking" @click="askAgain">{{ setUp.checkAgain }}</PlainButton>
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
