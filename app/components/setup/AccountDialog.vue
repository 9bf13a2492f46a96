<script setup lang="ts">
import type { Account } from '#shared/api'
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
  token: '',
  slots: [] as PlannedSlot[],
  version: 1,
})
watch(
  () => props.account,
  (account) => {
    if (!account) return
    const slots = account.slots.map(({ weekday, time, use, pillarId }) => ({ weekday, time, use, pillarId }))
    form.start({ name: account.name, perDay: account.perDay, minGapMinutes: account.minGapMinutes, token: '', slots, version: account.version })
  },
)
const choices = [{ value: '', label: says.asItIs }, ...readyMadeChoices]
const take = (choice: string): void => {
  if (choice in READY_MADE) form.values.slots = READY_MADE[choice as ReadyMade]
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
      <PlainButton @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
