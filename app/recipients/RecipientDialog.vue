<script setup lang="ts">
import { recipientRoutes } from '#shared/recipients/routes'
import { recipientFormSchema } from '#shared/recipients/schemas'
import {
  RECIPIENT_EVENTS,
  RECIPIENT_KINDS,
  type RecipientEvent,
  type RecipientKind,
  type RecipientView,
  type WithSecret,
} from '#shared/recipients/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

/** Adds a recipient, or changes the one that is given. */
const props = defineProps<{ open: boolean; recipient: RecipientView | null; canMail: boolean }>()
const emit = defineEmits<{ close: []; secret: [secret: string] }>()
const labels = words.recipients
const brand = useBrandStore()
const empty = {
  ...{ name: '', kind: 'webhook' as RecipientKind, address: '', token: '', mail: [] as string[] },
  ...{ events: [] as RecipientEvent[], newSecret: false, version: 0 },
}
const form = useForm(recipientFormSchema, { ...empty })
const mailText = ref('')
watch(mailText, (text) => (form.values.mail = addressesIn(text)))
const mailError = computed(() => errorOfList(form.errors.value, 'mail'))
watch(
  () => props.open,
  (open) => {
    if (!open) return
    const known = props.recipient
    mailText.value = known?.mail.join(', ') ?? ''
    form.start({
      ...empty,
      ...(known
        ? {
            name: known.name,
            kind: known.kind,
            mail: known.mail,
            events: known.events,
            version: known.version,
          }
        : {}),
    })
  },
  { immediate: true },
)
const kinds = computed(() => RECIPIENT_KINDS.map((value) => ({ value, label: labels.kinds[value] })))
const kind = computed((): RecipientKind => form.values.kind)
const isWebhook = computed(() => kind.value === 'webhook')
const isNotes = computed(() => kind.value === 'notes')
const isMail = computed(() => kind.value === 'mail')
const isFeed = computed(() => kind.value === 'feed')
const addressLabel = computed(() => (isNotes.value ? labels.address.notes : labels.address.webhook))
const hasAddress = computed(() => isWebhook.value || isNotes.value)
/** Whether there is a secret, or a secret address, that may be made anew. */
const canRenew = computed(() => props.recipient !== null && (isWebhook.value || isFeed.value))
const feed = computed(() => {
  const path = props.recipient?.feed
  return path ? `${path.startsWith('/') ? window.location.origin : ''}${path}.rss` : null
})

async function save(): Promise<void> {
  const known = props.recipient
  let secret: string | null = null
  const done = await form.send(async (body) => {
    const message = known ? labels.saidSaved(body.name) : labels.saidAdded(body.name)
    const made = await brand.change<Undoable & WithSecret>(message, () =>
      known
        ? brand.call(recipientRoutes.edit, { id: known.id, body })
        : brand.call(recipientRoutes.add, { body }),
    )
    secret = made.secret
  })
  if (!done) return
  emit('close')
  if (secret !== null) emit('secret', secret)
}
</script>

<template>
  <SideDialog
    :open="open"
    :title="recipient ? labels.edit(recipient.name) : labels.add"
    @close="emit('close')"
  >
    <form id="recipient" class="grid gap-4" novalidate @submit.prevent="save">
      <ChoiceField
        v-if="!recipient"
        v-model="form.values.kind"
        :label="labels.kind"
        :choices="kinds"
        :hint="labels.details[kind]"
      />
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        autocomplete="off"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <TextField
        v-if="hasAddress"
        v-model="form.values.address"
        :label="addressLabel"
        :placeholder="recipient ? labels.addressKept : labels.addressBegins"
        inputmode="url"
        autocomplete="off"
        :error="form.errors.value.address"
        @leave="form.leave('address')"
      />
      <TextField
        v-if="isNotes"
        v-model="form.values.token"
        :label="labels.token"
        :placeholder="recipient ? labels.tokenKept : ''"
        type="password"
        autocomplete="off"
        :error="form.errors.value.token"
        @leave="form.leave('token')"
      />
      <TextField
        v-if="isMail"
        v-model="mailText"
        :label="labels.mail"
        :hint="canMail ? labels.mailHint : labels.noMail"
        autocomplete="off"
        :error="mailError"
        @leave="form.leave('mail')"
      />
      <fieldset v-if="isWebhook" class="grid gap-0.5">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.events }}</legend>
        <label v-for="event in RECIPIENT_EVENTS" :key="event" class="flex min-h-6 items-start gap-2"
          ><input
            v-model="form.values.events"
            type="checkbox"
            class="mt-[3px] accent-(--act)"
            :value="event"
          />{{ labels.event[event] }}</label
        >
      </fieldset>
      <SecretAddress v-if="feed" :label="labels.feed" :address="feed" :hint="labels.feedHint" />
      <label v-if="canRenew" class="flex min-h-6 items-start gap-2"
        ><input v-model="form.values.newSecret" type="checkbox" class="mt-[3px] accent-(--act)" /><span
          >{{ isFeed ? labels.newAddress : labels.newSecret }}
          <span class="block text-small text-ink-3">{{
            isFeed ? labels.newAddressHint : labels.newSecretHint
          }}</span></span
        ></label
      >
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="recipient" :busy="form.busy.value">{{
        recipient ? labels.save : labels.saveNew
      }}</PlainButton>
      <PlainButton @click="emit('close')">{{ words.frame.cancel }}</PlainButton>
    </template>
  </SideDialog>
</template>
