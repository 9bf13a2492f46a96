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

const says = words.fields

export const signInSchema = yup.object({
  email: mailAddress.required(says.emailMissing),
  password: yup.string().required(says.passwordMissing).max(1000, says.tooLong(1000)),
})

export const ownerSchema = yup.object({
  code: yup.string().trim().max(100, says.tooLong(100)).default(''),
  name,
  email: mailAddress.required(says.emailMissing),
  password: yup
    .string()
    .required(says.passwordMissing)
    .min(10, says.passwordShort)
    .max(1000, says.tooLong(1000)),
})

export const meSchema = yup.object({
  name,
  email: mailAddress.required(says.emailMissing),
  password: yup
    .string()
    .max(1000)
    .default('')
    .test('long-enough', says.passwordShort, (value) => value === '' || value.length >= 10),
  /** The one they have now; asked for where the password or the mail address changes. */
  oldPassword: yup.string().max(1000, says.tooLong(1000)).default(''),
})

export const brandSchema = yup.object({
  id: id.default(undefined).optional(),
  name,
  zone: zone.required(says.zone),
  language: yup
    .string()
    .required()
    .matches(/^[a-z]{2,3}(-[A-Za-z0-9]+)*$/, says.language),
  mark: yup.string().trim().required(says.mark).max(2, says.mark),
  markInk: ink.default(1),
  linkApartMinutes: yup
    .number()
    .typeError(says.minutes)
    .integer(says.minutes)
    .min(0, says.minutes)
    .max(1440, says.aDayAtMost)
    .default(0),
  /** Its own sites, as they are written. */
  ownSites: listOf(text(LIMITS.address).required(), LIMITS.ownSites, says.tooManySites(LIMITS.ownSites))
    .default([])
    // Of the whole list: a form has one field for it. What is no text at all is told by the elements' own
    // test.
    .test('sites', says.site, (sites) =>
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
  description: yup.string().trim().default('').max(500, says.tooLong(500)),
  returns: yup
    .string()
    .oneOf(['once', 'for-ever'] as const)
    .default('once'),
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
