import type { LinkRule } from '#core/url'
import type { NetworkRules } from '#core/post'
import {
  isFlag,
  isListOf,
  isMapOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orMissing,
  orNull,
  readJson,
  type Is,
} from '#shared/platform/json'
import type { SlotInput } from './addAccount'
import type { HolidaysView } from '#shared/almanac/types'
import type { ExceptView, MixView } from '#shared/schedule/types'

// What accounts hold as JSON.

const isLinkPlace = isOneOf('in-text', 'attached', 'reply', 'button', 'none')

const isRules: Is<NetworkRules> = isShape<NetworkRules>({
  id: isText,
  name: isText,
  limit: isNumber,
  maxTextBytes: orNull(isNumber),
  counting: isOneOf('weighted', 'graphemes', 'characters'),
  linkLength: orNull(isNumber),
  mentionCounts: isOneOf('whole', 'local'),
  links: isLinkPlace,
  linkPlaces: orMissing(isListOf(isLinkPlace)),
  shortLinks: isFlag,
  hashtags: isShape<NetworkRules['hashtags']>({ max: orNull(isNumber) }),
  embeds: isOneOf('one', 'both'),
  media: isShape<NetworkRules['media']>({
    kinds: isListOf(isOneOf('picture', 'video')),
    min: isNumber,
    max: isNumber,
    ratioFrom: isNumber,
    ratioTo: isNumber,
    minWidth: isNumber,
    maxBytes: isNumber,
    descriptions: isOneOf('required', 'wanted', 'none'),
  }),
  boards: isFlag,
  newBoards: orMissing(isFlag),
  audiences: isListOf(isText),
  equalTextRefusedDays: orNull(isNumber),
  rate: orNull(isShape<NonNullable<NetworkRules['rate']>>({ posts: isNumber, perMinutes: isNumber })),
})

const isLinkRule: Is<LinkRule> = isShape<LinkRule>({
  kind: isOneOf('plain', 'marks', 'short'),
  marks: isShape<LinkRule['marks']>({
    source: orMissing(isText),
    medium: orMissing(isText),
    campaign: orMissing(isText),
    term: orMissing(isText),
    content: orMissing(isText),
  }),
})

const isExcept: Is<ExceptView> = isShape<ExceptView>({
  date: isText,
  action: isOneOf('none', 'replace', 'add'),
  slots: isListOf(
    isShape<ExceptView['slots'][number]>({
      time: isText,
      use: isOneOf('any', 'pillar', 'free'),
      pillarId: orNull(isText),
    }),
  ),
})

const isHolidays: Is<HolidaysView> = isShape<HolidaysView>({
  action: isOneOf('none', 'replace'),
  slots: isListOf(
    isShape<HolidaysView['slots'][number]>({
      time: isText,
      use: isOneOf('any', 'pillar', 'free'),
      pillarId: orNull(isText),
    }),
  ),
})

const isMix: Is<MixView> = isShape<MixView>({ pillarId: isText, maxShare: isNumber, windowDays: isNumber })

/** Where a network passes posts on to (Micropub's syndication targets). */
export interface Target {
  uid: string
  name: string
}
const isTarget: Is<Target> = isShape<Target>({ uid: isText, name: isText })

/** Slots of a timetable that is yet to be. */
export const readSlots = (json: string): SlotInput[] =>
  readJson(
    json,
    isListOf(
      isShape<SlotInput>({
        weekday: isNumber,
        time: isText,
        use: isOneOf('any', 'pillar', 'free'),
        pillarId: orNull(isText),
      }),
    ),
  )
export const readRules = (json: string): NetworkRules => readJson(json, isRules)
/** How an account’s links are marked; null where the brand’s rule holds. */
export const readLinkRule = (json: string | null): LinkRule | null =>
  json === null ? null : readJson(json, isLinkRule)
export const readExcepts = (json: string): ExceptView[] => readJson(json, isListOf(isExcept))
/** What an account does on public holidays; null for as ever. */
export const readHolidaysOf = (json: string | null): HolidaysView | null =>
  json === null ? null : readJson(json, isHolidays)
export const readMixes = (json: string): MixView[] => readJson(json, isListOf(isMix))
/**
 * Where an account’s network is asked, by what it is asked for. Throws where the row holds something else.
 */
export const readEndpoint = (json: string): Record<string, string> => readJson(json, isMapOf(isText))
/** Where an account’s network can repeat its posts. */
export const readTargets = (json: string): Target[] => readJson(json, isListOf(isTarget))
