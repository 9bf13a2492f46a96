import * as yup from 'yup'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { id, mailAddress, name, nullableUuid, text, version } from '#shared/platform/schemaParts'
import * as words from '#shared/words'
import { RECIPIENT_EVENTS, RECIPIENT_KINDS, type RecipientKind } from './types'

const labels = words.fields
const { most } = LIMITS.recipients

const wantsAddress = (kind: RecipientKind): boolean => kind === 'webhook' || kind === 'notes'

const mail = listOf(mailAddress.required(labels.email), most.mail, labels.tooManyMail(most.mail)).default([])
const fields = {
  name,
  kind: yup.string().oneOf(RECIPIENT_KINDS).required(),
  /** Empty where it stays as it is. */
  address: text(LIMITS.address).default(''),
  token: text(LIMITS.recipients.token).default(''),
  /** What a webhook hears of. */
  events: listOf(
    yup.string().oneOf(RECIPIENT_EVENTS).required(),
    RECIPIENT_EVENTS.length,
    labels.noSuch,
  ).default([]),
  mail: mail.when('kind', ([kind], schema) =>
    kind === 'mail' ? schema.min(1, words.recipients.mailMissing) : schema,
  ),
}

export const recipientSchema = yup.object({
  ...fields,
  address: fields.address.when('kind', ([kind], schema) =>
    wantsAddress(kind as RecipientKind) ? schema.required(labels.addressMissing) : schema,
  ),
  token: fields.token.when('kind', ([kind], schema) =>
    kind === 'notes' ? schema.required(words.recipients.tokenMissing) : schema,
  ),
})

/** Changes one; its kind stays. `newSecret`: a webhook is signed with another one from now on. */
export const recipientEditSchema = yup.object({
  ...fields,
  newSecret: yup.boolean().default(false),
  version,
})

/** The form of both: a version of 0 is one that is new. */
export const recipientFormSchema = yup.object({
  ...fields,
  newSecret: yup.boolean().default(false),
  version,
  address: fields.address.when(['kind', 'version'], ([kind, known], schema) =>
    known === 0 && wantsAddress(kind as RecipientKind) ? schema.required(labels.addressMissing) : schema,
  ),
  token: fields.token.when(['kind', 'version'], ([kind, known], schema) =>
    known === 0 && kind === 'notes' ? schema.required(words.recipients.tokenMissing) : schema,
  ),
})

export const handOnSchema = yup.object({
  recipientId: id,
  articleId: nullableUuid,
  clippingId: nullableUuid,
  note: text(LIMITS.recipients.note).default(''),
})
