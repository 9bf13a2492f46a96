<script setup lang="ts">
import { networkRoutes } from '#shared/networks/routes'
import type { CheckedAccount } from '#shared/networks/types'
import { checkAccountSchema } from '#shared/networks/schemas'
import * as words from '#shared/words'
import { READY_MADE, readyMadeChoices, type ReadyMade } from '~/schedule/timetables'

const props = defineProps<{
  /** Whether a ready-made timetable is chosen here; the first start asks for it in a step of its own. */
  withTimetable?: boolean
}>()
const emit = defineEmits<{ added: [id: string] }>()
const labels = words.account
const brand = useBrandStore()
const checked = ref<CheckedAccount | null>(null)
const choice = ref<ReadyMade>('workdays')
const form = useForm(checkAccountSchema, { address: '', token: '' })
watch(
  () => ({ ...form.values }),
  () => (checked.value = null),
)

const check = (): Promise<boolean> =>
  form.send(async (values) => {
    checked.value = await brand.call(networkRoutes.checkAccount, { body: values })
  })
async function add(): Promise<void> {
  const { name } = checked.value!
  let id = ''
  const slots = props.withTimetable ? READY_MADE[choice.value] : []
  const done = await form.send(async (values) => {
    ;({ id } = await brand.change(words.notices.added(name), () =>
      brand.call(networkRoutes.addAccount, { body: { ...values, slots } }),
    ))
  })
  if (!done) return
  form.start({ address: '', token: '' })
  checked.value = null
  emit('added', id)
}
</script>

<template>
  <form
    class="grid gap-3 rounded-lg border border-rule bg-paper p-4"
    novalidate
    @submit.prevent="checked ? add() : check()"
  >
    <div class="grid gap-3 column:grid-cols-2">
      <TextField
        v-model="form.values.address"
        :label="labels.address"
        :placeholder="labels.addressHint"
        inputmode="url"
        autocomplete="off"
        :error="form.errors.value.address"
        @leave="form.values.address && form.leave('address')"
      />
      <TextField
        v-model="form.values.token"
        :label="labels.token"
        :hint="labels.tokenHint"
        type="password"
        autocomplete="off"
        :error="form.errors.value.token"
        @leave="form.values.token && form.leave('token')"
      />
    </div>
    <div v-if="checked" class="grid gap-3 border-t border-rule pt-3 column:grid-cols-2" role="status">
      <div>
        <p class="serif text-[18px] leading-tight font-medium">
          {{ labels.checked(checked.name, checked.handle) }}
        </p>
        <p class="text-small text-ink-2">
          {{
            labels.rules(
              checked.rules.limit,
              labels.countings[checked.rules.counting],
              checked.rules.linkLength,
            )
          }}
          · {{ labels.protocols[checked.protocol] }}
        </p>
      </div>
      <ChoiceField
        v-if="withTimetable"
        v-model="choice"
        :label="labels.timetableChoice"
        :choices="readyMadeChoices"
      />
    </div>
    <ErrorMessage :message="form.problem.value" />
    <div>
      <PlainButton kind="act" type="submit" :busy="form.busy.value">{{
        checked
          ? form.busy.value
            ? labels.adding
            : labels.add
          : form.busy.value
            ? labels.checking
            : labels.check
      }}</PlainButton>
    </div>
  </form>
</template>
