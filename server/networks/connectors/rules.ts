import * as yup from 'yup'
import type { NetworkRules } from '#core/post'
import { listOf } from '#shared/platform/lists'

const rulesSchema = yup.object({
  id: yup.string().required().max(253),
  name: yup.string().required().max(60),
  limit: yup.number().integer().min(1).max(100_000).required(),
  maxTextBytes: yup.number().integer().nullable().default(null),
  counting: yup
    .string()
    .oneOf(['weighted', 'graphemes', 'characters'] as const)
    .required(),
  linkLength: yup.number().integer().nullable().default(null),
  mentionCounts: yup
    .string()
    .oneOf(['whole', 'local'] as const)
    .default('whole'),
  links: yup
    .string()
    .oneOf(['in-text', 'attached', 'reply', 'button', 'none'] as const)
    .default('in-text'),
  linkPlaces: listOf(
    yup
      .string()
      .oneOf(['in-text', 'attached', 'reply', 'button', 'none'] as const)
      .required(),
    5,
  ).default([]),
  shortLinks: yup.boolean().default(true),
  hashtags: yup.object({ max: yup.number().integer().nullable().default(null) }).default({ max: null }),
  embeds: yup
    .string()
    .oneOf(['one', 'both'] as const)
    .default('one'),
  media: yup.object({
    kinds: listOf(
      yup
        .string()
        .oneOf(['picture', 'video'] as const)
        .required(),
      2,
    ).default([]),
    min: yup.number().integer().default(0),
    max: yup.number().integer().default(0),
    ratioFrom: yup.number().default(0),
    ratioTo: yup.number().default(100),
    minWidth: yup.number().default(0),
    maxBytes: yup.number().default(0),
    descriptions: yup
      .string()
      .oneOf(['required', 'wanted', 'none'] as const)
      .default('none'),
  }),
  boards: yup.boolean().default(false),
  newBoards: yup.boolean().default(false),
  audiences: listOf(yup.string().required().max(60), 20).default([]),
  equalTextRefusedDays: yup.number().nullable().default(null),
  rate: yup
    .object({ posts: yup.number().required(), perMinutes: yup.number().required() })
    .nullable()
    .default(null),
})

/** Rules as a server describes them, or null when it describes none that make sense. */
export function statedRules(value: unknown): NetworkRules | null {
  try {
    return rulesSchema.validateSync(value, { stripUnknown: true }) as NetworkRules
  } catch {
    return null
  }
}

/** What a media endpoint that states no limit is given of pictures (common practice). */
const PLAIN_PICTURES = { kinds: ['picture'], max: 10, maxBytes: 5_000_000, descriptions: 'wanted' }

/**
 * Rules of a server that states none: its own site's, without a limit worth naming; with pictures where there
 * is an endpoint for them.
 */
export function plainRules(id: string, name: string, takesPictures: boolean): NetworkRules {
  const media = takesPictures ? PLAIN_PICTURES : {}
  return statedRules({ id, name, limit: 5000, counting: 'characters', media })!
}
