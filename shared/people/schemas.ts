import * as yup from 'yup'
import * as words from '#shared/words'
import {
  mailAddress,
  name,
  id,
  zone,
  ink,
  text,
  pillarChoice,
  hashtags,
  usualAccounts,
} from '#shared/platform/schemaParts'
import { listOf } from '#shared/platform/lists'
import { LIMITS } from '#shared/platform/limits'
import { siteNamed } from '#core/url/ownSite'

const labels = words.fields

export const signInSchema = yup.object({
  email: mailAddress.required(labels.emailMissing),
  password: yup.string().required(labels.passwordMissing).max(1000, labels.tooLong(1000)),
})

const newPassword = yup
  .string()
  .required(labels.passwordMissing)
  .min(10, labels.passwordShort)
  .max(1000, labels.tooLong(1000))

export const ownerSchema = yup.object({
  code: yup.string().trim().max(100, labels.tooLong(100)).default(''),
  name,
  email: mailAddress.required(labels.emailMissing),
  password: newPassword,
})

export const codeSchema = yup.object({
  /** Six figures of an authenticator, or a recovery code, however it was typed. */
  code: yup.string().trim().required(labels.codeMissing).max(40, labels.tooLong(40)),
})

/** The password one has, for what changes how one signs in. */
export const guardedSchema = yup.object({
  password: yup.string().required(labels.passwordMissing).max(1000, labels.tooLong(1000)),
})

export const factorOffSchema = guardedSchema.concat(codeSchema)

export const askResetSchema = yup.object({ email: mailAddress.required(labels.emailMissing) })

export const resetSchema = yup.object({
  token: yup.string().required().max(100),
  password: newPassword,
})

export const meSchema = yup.object({
  name,
  email: mailAddress.required(labels.emailMissing),
  password: yup
    .string()
    .max(1000)
    .default('')
    .test('long-enough', labels.passwordShort, (value) => value === '' || value.length >= 10),
  /** The one they have now; asked for where the password or the mail address changes. */
  oldPassword: yup.string().max(1000, labels.tooLong(1000)).default(''),
})

export const brandSchema = yup.object({
  id: id.default(undefined).optional(),
  name,
  zone: zone.required(labels.zone),
  language: yup
    .string()
    .required()
    .matches(/^[a-z]{2,3}(-[A-Za-z0-9]+)*$/, labels.language),
  mark: yup.string().trim().required(labels.mark).max(2, labels.mark),
  markInk: ink.default(1),
  linkApartMinutes: yup
    .number()
    .typeError(labels.minutes)
    .integer(labels.minutes)
    .min(0, labels.minutes)
    .max(1440, labels.aDayAtMost)
    .default(0),
  /** Its own sites, as they are written. */
  ownSites: listOf(text(LIMITS.address).required(), LIMITS.ownSites, labels.tooManySites(LIMITS.ownSites))
    .default([])
    // Of the whole list: a form has one field for it. What is no text at all is told by the elements' own
    // test.
    .test('sites', labels.site, (sites) =>
      (Array.isArray(sites) ? sites : []).every(
        (site: unknown) => typeof site !== 'string' || siteNamed(site) !== null,
      ),
    ),
  ownPillarId: pillarChoice,
  /** What fixed times keep where the zone changes. */
  keep: yup
    .string()
    .oneOf(['clock', 'moment'] as const)
    .default('clock'),
  version: yup.number().integer().default(1),
})

export const pillarSchema = yup.object({
  name,
  ink: ink.required(),
  description: yup.string().trim().default('').max(500, labels.tooLong(500)),
  returns: yup
    .string()
    .oneOf(['once', 'for-ever'] as const)
    .default('once'),
  goodDays: yup
    .number()
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .typeError(labels.goodDays)
    .integer(labels.goodDays)
    .min(1, labels.goodDays)
    .max(LIMITS.goodDays, labels.goodDays)
    .nullable()
    .default(null),
  needsApproval: yup.boolean().default(false),
  hashtags: hashtags,
  accountIds: usualAccounts,
  version: yup.number().integer().default(1),
})

export const demoSignInSchema = yup.object({ personId: id })

export const memberSchema = yup.object({
  personId: id,
  role: yup
    .string()
    .oneOf(['owner', 'curator', 'client'] as const)
    .required(),
})
