import * as yup from 'yup'
import type { Crop, LinkPlace } from '../core/post/types'
import { siteNamed } from '../core/url/ownSite'
import { LIMITS } from './limits'
import { listOf } from './lists'
import { echoes, placements } from './planSchemas'
import { address, hashtags, id, ink, instant, mailAddress, name, planVersion, slot, UUID, uuid, version, zone } from './schemaParts'
import * as words from './words'

const says = words.fields

const text = (most: number) => yup.string().trim().max(most, says.tooLong(most))

// A form's choice of none is an empty text.
const pillarChoice = uuid()
  .nullable()
  .transform((value: string | null) => value || null)
  .default(null)
/** Accounts a post begins with; null where nothing is said. */
const usualAccounts = listOf(id, 50).nullable().default(null)

export const signInSchema = yup.object({
  email: mailAddress.required(says.emailMissing),
  password: yup.string().required(says.passwordMissing).max(1000, says.tooLong(1000)),
})

export const ownerSchema = yup.object({
  code: yup.string().trim().max(100, says.tooLong(100)).default(''),
  name,
  email: mailAddress.required(says.emailMissing),
  password: yup.string().required(says.passwordMissing).min(10, says.passwordShort).max(1000, says.tooLong(1000)),
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
  linkApartMinutes: yup.number().typeError(says.minutes).integer(says.minutes).min(0, says.minutes).max(1440, says.aDayAtMost).default(0),
  /** Its own sites, as they are written. */
  ownSites: listOf(text(LIMITS.address).required(), LIMITS.ownSites, says.tooManySites(LIMITS.ownSites))
    .default([])
    // Of the whole list: a form has one field for it. What is no text at all is told by the elements' own test.
    .test('sites', says.site, (sites) => (Array.isArray(sites) ? sites : []).every((site: unknown) => typeof site !== 'string' || siteNamed(site) !== null)),
  ownPillarId: pillarChoice,
  /** What fixed times keep where the zone changes. */
  keep: yup
    .string()
    .oneOf(['clock', 'moment'] as const)
    .default('clock'),
  version: yup.number().integer().default(1),
})

export const importSchema = yup.object({ opml: yup.string().required(says.fileEmpty).max(LIMITS.opmlCharacters, says.fileTooLong) })

export const statesSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce).required().min(1),
  state: yup.string().oneOf(['new', 'read', 'clipped', 'shelved', 'passed']).required(),
})

export const clippingSchema = yup.object({
  note: yup.string().trim().default('').max(2000, says.tooLong(2000)),
  folder: yup.string().trim().max(LIMITS.name, says.tooLong(LIMITS.name)).nullable().default(null),
  version: yup.number().integer().required(),
})

export const doneSchema = yup.object({ done: yup.boolean().required() })

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

export const checkAccountSchema = yup.object({
  address,
  token: yup.string().trim().required(says.tokenMissing).max(4000, says.tooLong(4000)),
})

export const accountSchema = checkAccountSchema.shape({ slots: listOf(slot, LIMITS.slots).default([]) })

const marks = yup.object({
  source: yup.string().trim().max(200, says.tooLong(200)).default(''),
  medium: yup.string().trim().max(200, says.tooLong(200)).default(''),
  campaign: yup.string().trim().max(200, says.tooLong(200)).default(''),
  term: yup.string().trim().max(200, says.tooLong(200)).default(''),
  content: yup.string().trim().max(200, says.tooLong(200)).default(''),
})
const linkRule = yup.object({
  kind: yup
    .string()
    .oneOf(['plain', 'marks', 'short'] as const)
    .required(),
  marks: marks.required(),
})

export const accountEditSchema = yup.object({
  name,
  approver: yup
    .string()
    .oneOf(['anyone', 'someone-else'] as const)
    .default('anyone'),
  linkRule: linkRule.nullable().default(null),
  appearsOn: listOf(id, 50).default([]),
  token: yup.string().trim().default('').max(4000, says.tooLong(4000)),
  version,
})

export const lookSchema = yup.object({ address, words: yup.string().trim().default('').max(LIMITS.name, says.tooLong(LIMITS.name)) })

const optional = (most: number) => text(most).nullable().default(null)

const tagName = yup
  .string()
  .trim()
  .max(60, says.tooLong(60))
  .matches(/^[^,]*$/, says.tagComma)
const tagNames = listOf(tagName.required(), LIMITS.tags, says.tooManyTags(LIMITS.tags)).default([])

/** What a brand wants of a source, whatever kind it is. */
const wishes = {
  label: name,
  folder: optional(LIMITS.name),
  own: yup.boolean().default(false),
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  credits: yup
    .mixed<Record<string, string>>()
    .default({})
    .test('credits', says.tooLong(LIMITS.handle), (value) => value === undefined || isCredits(value)),
  leaveOut: text(LIMITS.leaveOut).default(''),
  onlyNew: yup.boolean().default(false),
  tags: tagNames,
  region: optional(LIMITS.name),
  language: yup
    .string()
    .nullable()
    .default(null)
    .test('language', says.language, (value) => !value || /^[a-z]{2,3}$/.test(value)),
}
export const sourceSchema = yup.object({ feedUrl: address, ...wishes })
export const mailSourceSchema = yup.object(wishes)
export const sourceEditSchema = yup.object({ ...wishes, paused: yup.boolean().default(false), version })

const ids = listOf(id, LIMITS.atOnce).required().min(1)
export const severalSchema = yup.object({
  ids,
  does: yup
    .string()
    .oneOf(['fetch', 'pause', 'resume', 'remove', 'folder'] as const)
    .required(),
  folder: optional(LIMITS.name),
})

export const folderSchema = yup.object({
  name,
  hashtags: hashtags,
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  version,
})

export const quoteSchema = yup.object({ articleId: id, quote: text(LIMITS.quote).required(says.quoteMissing) })

function isCredits(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  const entries = Object.entries(value)
  return (
    entries.length <= 50 && entries.every(([network, handle]) => network.length <= LIMITS.name && typeof handle === 'string' && handle.length <= LIMITS.handle)
  )
}

const queryText = yup.string().trim().required(says.queryMissing).max(LIMITS.query, says.tooLong(LIMITS.query))
/** Ids of the folders and sources that a watch looks at. */
const scope = { folders: listOf(id, 200).default([]), sources: listOf(id, 200).default([]) }

export const watchSchema = yup.object({
  name,
  query: queryText,
  ink: ink.default(1),
  tags: tagNames,
  hashtags: hashtags,
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  ...scope,
  collects: yup.boolean().default(false),
  hides: yup.boolean().default(false),
  tells: yup.boolean().default(false),
  onRail: yup.boolean().default(false),
  version: yup.number().integer().default(1),
})
/** A query that is being written. */
export const watchLookSchema = yup.object({ query: queryText, ...scope })
export const watchOffersSchema = yup.object({ query: yup.string().trim().default('').max(LIMITS.query, says.tooLong(LIMITS.query)) })
export const orderSchema = yup.object({ ids: listOf(id, LIMITS.atOnce).required().min(1) })

export const tagSchema = yup.object({ name: tagName.required(says.nameMissing), version })
export const tagMergeSchema = yup.object({ into: id })
export const tagArticlesSchema = yup.object({ ids: listOf(id, LIMITS.atOnce).required().min(1), add: tagNames, remove: tagNames })

/** `original`: its own page was opened. */
export const openedSchema = yup.object({ original: yup.boolean().required() })

export const stateSchema = yup.object({
  state: yup
    .string()
    .oneOf(['new', 'read', 'clipped', 'shelved', 'passed'] as const)
    .required(),
})

const link = yup
  .string()
  .trim()
  .nullable()
  .default(null)
  .max(LIMITS.address, says.tooLong(LIMITS.address))
  .test('link', says.link, (value) => !value || /^https?:\/\/[^\s]+$/i.test(value))

/** NUL means nothing in a text, and some stores end one there. */
const written = (most: number) =>
  yup
    .string()
    .transform((value: string | null) => (typeof value === 'string' ? value.replaceAll('\0', '') : value))
    .max(most, says.tooLong(most))
const share = yup.number().min(0).max(1).required()
const pixel = yup.number().integer().min(0).max(100_000).required()
const crop = yup.object({ x: pixel, y: pixel, width: pixel.min(1), height: pixel.min(1) })

/** Crops by the ids of pictures. */
const crops = yup
  .mixed<Record<string, Crop>>()
  .default({})
  .test('crops', says.noSuch, (value) => {
    const entries = Object.entries(value ?? {})
    return entries.length <= LIMITS.postPictures && entries.every(([picture, one]) => UUID.test(picture) && crop.isValidSync(one))
  })

const accountPart = yup.object({
  accountId: id,
  chosen: yup.boolean().required(),
  ownText: written(LIMITS.postText).nullable().default(null),
  credit: yup.string().trim().nullable().default(null).max(LIMITS.handle, says.tooLong(LIMITS.handle)),
  leftOut: listOf(yup.string().max(101).required(), 40).default([]),
  board: yup.string().trim().nullable().default(null).max(LIMITS.name, says.tooLong(LIMITS.name)),
  audience: yup.string().trim().nullable().default(null).max(60),
  linkPlace: yup.mixed<LinkPlace>().oneOf(['in-text', 'attached', 'reply', 'button', 'none']).nullable().default(null),
  crops,
})

const docSchema = yup.object({
  articleId: uuid().nullable().default(null),
  clippingIds: listOf(id, 100).default([]),
  fromPostId: uuid().nullable().default(null),
  wordings: listOf(
    yup.object({ text: written(LIMITS.postText).default(''), pictureId: uuid().nullable().default(null) }),
    LIMITS.wordings,
    says.tooManyWordings(LIMITS.wordings),
  )
    .min(1)
    .required(),
  link,
  linkTitle: written(500).nullable().default(null),
  hashtags,
  credit: yup.string().trim().nullable().default(null).max(200, says.tooLong(200)),
  pillarId: uuid().nullable().default(null),
  goodUntil: instant.nullable().default(null),
  notBefore: instant.nullable().default(null),
  language: yup
    .string()
    .nullable()
    .default(null)
    .matches(/^[a-z]{2,3}(-[A-Za-z0-9]+)*$/, says.language),
  pictures: listOf(
    yup.object({ id, description: written(1500).default(''), focus: yup.object({ x: share, y: share }) }),
    LIMITS.postPictures,
    says.tooManyPictures(LIMITS.postPictures),
  ).default([]),
  accounts: listOf(accountPart, 50).default([]),
})

/** A post as it is being written; version 0 makes it. */
export const savePostSchema = yup.object({ version: yup.number().integer().min(0).required(), doc: docSchema.required() })
export const lineUpSchema = yup.object({
  version,
  planVersion,
  accountIds: listOf(id, 50).min(1, says.noAccount).required(says.noAccount),
  placements,
  echoes,
})
export const reviewSchema = yup.object({ version, note: text(2000).default('') })
export const sendBackSchema = yup.object({ version, note: text(2000).required(says.noteMissing) })
export const writingHelpSchema = yup.object({ articleId: uuid().nullable().default(null), text: written(LIMITS.postText).default('') })
export const linkLookSchema = yup.object({ url: address })
export const articlePictureSchema = yup.object({ articleId: id, url: address })

/** What a brand wants of its writing. */
export const writingSchema = yup.object({
  version,
  writing: yup
    .object({
      instruction: yup.object({
        role: text(500).default(''),
        readers: text(500).default(''),
        tone: text(500).default(''),
        length: yup
          .string()
          .oneOf(['short', 'medium', 'long'] as const)
          .required(),
      }),
      wordsNotUsed: listOf(text(100).required(), 200).default([]),
      marksInText: yup.boolean().default(false),
      warnUnopened: yup.boolean().default(false),
      clippingsDone: yup.boolean().default(true),
      hashtagMost: yup.number().integer().min(0).max(LIMITS.hashtags).required(),
      hashtagGroups: listOf(yup.object({ name: name, tags: hashtags }), 50).default([]),
      phrases: listOf(
        yup.object({
          kind: yup
            .string()
            .oneOf(['phrase', 'question', 'call'] as const)
            .required(),
          text: text(500).required(),
        }),
        200,
      ).default([]),
      linkRule: linkRule.required(),
    })
    .required(),
})

export const undoSchema = yup.object({ historyId: id })
export const clockSchema = yup.object({
  hours: yup
    .number()
    .integer()
    .min(1)
    .max(24 * 14)
    .required(),
})
export const demoSignInSchema = yup.object({ personId: id })

export const beginSchema = yup.object({
  at: yup.number().integer().required(),
  people: listOf(yup.object({ id, name, email: mailAddress.required(), owner: yup.boolean().default(false) }), 20).required(),
})
export const memberSchema = yup.object({
  personId: id,
  role: yup
    .string()
    .oneOf(['owner', 'curator', 'client'] as const)
    .required(),
})
