<script setup lang="ts">
import type { AnyObjectSchema } from 'yup'
import { networkRoutes } from '#shared/networks/routes'
import { describedNetworkSchema, handAccountSchema, webhookAccountSchema } from '#shared/networks/schemas'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { READY_MADE, readyMadeChoices, type ReadyMade } from '~/schedule/timetables'
import { describedValues, newSecret } from './describedForm'
import NetworkFields from './NetworkFields.vue'

/** Adds an account on a network without an open protocol, whose limits are described here or were before. */
const props = defineProps<{ way: 'hand' | 'webhook'; withTimetable?: boolean }>()
const emit = defineEmits<{ added: [id: string] }>()
const labels = words.describedNetwork
const brand = useBrandStore()
const { data: networks } = useBrandQuery(networkRoutes.networks, { changes: ['account'] })
const choices = computed(() => [
  ...(networks.value ?? []).map(({ id, facts }) => ({ value: id, label: facts.name })),
  { value: '', label: labels.another },
])
const chosen = ref<string | null>(null)
/** The last one described, until another is chosen. */
const networkId = computed({
  get: () => chosen.value ?? networks.value?.at(-1)?.id ?? '',
  set: (id) => (chosen.value = id),
})
const isNew = computed(() => networkId.value === '')
const timetable = ref<ReadyMade>('quiet')
const described = useForm(describedNetworkSchema, describedValues())
const empty = () => ({ handle: '', pageUrl: '', address: '', secret: newSecret() })
const form = useForm<AnyObjectSchema, ReturnType<typeof empty>>(
  (props.way === 'hand'
    ? handAccountSchema.omit(['networkId', 'slots'])
    : webhookAccountSchema.omit(['networkId', 'slots'])) as AnyObjectSchema,
  empty(),
)

/** A network that was not described before is described first; it stays where the account then is refused. */
async function add(): Promise<void> {
  // Both say at once what is wrong with them, and nothing is described for an account that can't be.
  for (const field of Object.keys(form.values)) form.leave(field)
  if (isNew.value) {
    for (const field of Object.keys(described.values)) described.leave(field)
    if (Object.keys(form.errors.value).length > 0) return
    const done = await described.send(async (values) => {
      const made = await brand.call(networkRoutes.describeNetwork, { body: values })
      chosen.value = made.id
    })
    if (!done) return
  }
  const slots = props.withTimetable ? READY_MADE[timetable.value] : []
  let id = ''
  const done = await form.send(async () => {
    const { handle, pageUrl, address, secret } = form.values
    const name = choices.value.find(({ value }) => value === networkId.value)?.label ?? handle
    const body = { networkId: networkId.value, handle, slots }
    const post = (): Promise<Undoable & { id: string }> =>
      props.way === 'hand'
        ? brand.call(networkRoutes.addHandAccount, { body: { ...body, pageUrl } })
        : brand.call(networkRoutes.addWebhookAccount, { body: { ...body, address, secret } })
    id = (await brand.change(words.notices.added(name), post)).id
  })
  if (!done) return
  form.start(empty())
  described.start(describedValues())
  emit('added', id)
}
</script>

<template>
  <form class="grid gap-4 rounded-lg border border-rule bg-paper p-4" novalidate @submit.prevent="add">
    <p class="max-w-[70ch] text-ink-2">{{ way === 'hand' ? labels.handIntro : labels.webhookIntro }}</p>
    <div class="grid gap-4 column:grid-cols-2">
      <div class="grid content-start gap-3">
        <ChoiceField
          v-if="choices.length > 1"
          v-model="networkId"
          :label="labels.network"
          :choices="choices"
        />
        <NetworkFields
          v-if="isNew"
          v-model="described.values"
          is-new
          :errors="described.errors.value"
          @leave="described.leave"
        />
      </div>
      <div class="grid content-start gap-3">
        <TextField
          v-model="form.values.handle"
          :label="labels.handle"
          autocomplete="off"
          :error="form.errors.value['handle']"
          @leave="form.values.handle && form.leave('handle')"
        />
        <TextField
          v-if="way === 'hand'"
          v-model="form.values.pageUrl"
          :label="labels.pageUrl"
          :hint="labels.optional"
          inputmode="url"
          autocomplete="off"
          :error="form.errors.value['pageUrl']"
          @leave="form.leave('pageUrl')"
        />
        <template v-else>
          <TextField
            v-model="form.values.address"
            :label="labels.address"
            inputmode="url"
            autocomplete="off"
            :error="form.errors.value['address']"
            @leave="form.values.address && form.leave('address')"
          />
          <SecretAddress :label="labels.secret" :hint="labels.secretHint" :address="form.values.secret">
            <PlainButton @click="form.values.secret = newSecret()">{{ labels.newSecret }}</PlainButton>
          </SecretAddress>
        </template>
        <ChoiceField
          v-if="withTimetable"
          v-model="timetable"
          :label="words.account.timetableChoice"
          :choices="readyMadeChoices"
        />
      </div>
    </div>
    <ErrorMessage :message="described.problem.value || form.problem.value" />
    <div>
      <PlainButton kind="act" type="submit" :busy="form.busy.value || described.busy.value">{{
        way === 'hand' ? words.account.add : form.busy.value ? labels.trying : labels.tryAndAdd
      }}</PlainButton>
    </div>
  </form>
</template>
