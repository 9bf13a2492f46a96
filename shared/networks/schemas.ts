import * as yup from 'yup'
import * as words from '#shared/words'
import { listOf } from '#shared/platform/lists'
import { LIMITS } from '#shared/platform/limits'
import { openingAddress } from '#core/post/openingAddress'
import { SHAPES, type Shape } from './described'
import { address, slot, name, linkRule, id, nullableUuid, text, version } from '#shared/platform/schemaParts'

const labels = words.fields

/** Which of its targets an account's network passes posts on to. */
export const alsoToSchema = yup.object({
  alsoTo: listOf(yup.string().required().max(LIMITS.address), 50).default([]),
})

export const checkAccountSchema = yup.object({
  address,
  token: yup.string().trim().required(labels.tokenMissing).max(4000, labels.tooLong(4000)),
})

export const accountSchema = checkAccountSchema.shape({ slots: listOf(slot, LIMITS.slots).default([]) })

const amount = (least: number, most: number) =>
  yup
    .number()
    .typeError(labels.between(least, most))
    .integer(labels.between(least, most))
    .min(least, labels.between(least, most))
    .max(most, labels.between(least, most))

/** A number, or none where the field is left empty. */
const amountOrNone = (least: number, most: number) =>
  amount(least, most)
    .transform((value: number, given: unknown) => (given === '' || given === null ? null : value))
    .nullable()
    .default(null)

export const accountEditSchema = yup.object({
  name,
  approver: yup
    .string()
    .oneOf(['anyone', 'someone-else'] as const)
    .default('anyone'),
  linkRule: linkRule.nullable().default(null),
  appearsOn: listOf(id, 50).default([]),
  hashtagsMost: amountOrNone(0, LIMITS.hashtags),
  buttonLabel: text(LIMITS.buttonLabel).default(''),
  token: yup.string().trim().default('').max(4000, labels.tooLong(4000)),
  version,
})

const isTemplate = (template: string | undefined): boolean =>
  !template || openingAddress(template, { text: 'text', link: 'https://outlet.example/' }) !== null

export const describedNetworkSchema = yup.object({
  name: name.max(60, labels.tooLong(60)),
  limit: amount(1, LIMITS.postText).required(labels.between(1, LIMITS.postText)),
  counting: yup
    .string()
    .oneOf(['weighted', 'graphemes', 'characters'] as const)
    .required(),
  linkLength: amountOrNone(1, 500),
  links: yup
    .string()
    .oneOf(['in-text', 'attached', 'reply', 'button', 'none'] as const)
    .required(),
  hashtags: amountOrNone(0, LIMITS.hashtags),
  picturesMin: amount(0, 20).required(labels.between(0, 20)),
  picturesMax: amount(0, 20)
    .required(labels.between(0, 20))
    .min(yup.ref('picturesMin'), words.describedNetwork.fewerThanLeast),
  shape: yup
    .string()
    .oneOf(Object.keys(SHAPES) as Shape[])
    .required(),
  descriptions: yup
    .string()
    .oneOf(['required', 'wanted', 'none'] as const)
    .required(),
  repeatDays: amountOrNone(1, 365),
  perDay: amountOrNone(1, 100),
  opensAt: text(LIMITS.address).default('').test('template', words.describedNetwork.noTemplate, isTemplate),
})

export const editedNetworkSchema = describedNetworkSchema.shape({ version })

const slots = listOf(slot, LIMITS.slots).default([])
const handle = yup
  .string()
  .trim()
  .required(words.describedNetwork.handleMissing)
  .max(LIMITS.handle, labels.tooLong(LIMITS.handle))

export const handAccountSchema = yup.object({
  networkId: id,
  handle,
  pageUrl: text(LIMITS.address).default(''),
  slots,
})

export const webhookAccountSchema = yup.object({
  networkId: id,
  handle,
  address,
  // In the form of Standard Webhooks: 24 to 64 bytes in Base64.
  secret: yup
    .string()
    .trim()
    .required(words.describedNetwork.noSecret)
    .matches(/^whsec_[A-Za-z0-9+/]{32,86}={0,2}$/, words.describedNetwork.noSecret),
  slots,
})

export const waySchema = yup.object({ address })

export const beginSignInSchema = yup.object({
  /** Empty where an account is connected again. */
  address: text(LIMITS.address).default(''),
  accountId: nullableUuid,
  slots,
})

/** What stands in the address that a network sends one back to (RFC 6749 §4.1.2, RFC 9207). */
const answered = text(4000).default('')
export const endSignInSchema = yup.object({
  state: text(200).required(labels.noSuch),
  code: answered,
  iss: answered,
  error: answered,
  error_description: answered,
})
