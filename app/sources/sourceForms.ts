import type { Source } from '#shared/sources/types'

/** What the form of a source holds. */
export interface Wishes extends Record<string, unknown> {
  label: string
  folder: string
  own: boolean
  pillarId: string
  credits: Record<string, string>
  leaveOut: string
  onlyNew: boolean
  clips: boolean
  byLink: boolean
  tags: string[]
  region: string
  language: string
  accountIds: string[] | null
}

export const noWishes = (): Wishes => ({
  label: '',
  folder: '',
  own: false,
  pillarId: '',
  credits: {},
  leaveOut: '',
  onlyNew: false,
  clips: false,
  byLink: false,
  tags: [],
  region: '',
  language: '',
  accountIds: null,
})

export const settingsOf = (source: Source): Wishes => ({
  label: source.label,
  folder: source.folders.join(', '),
  own: source.own,
  pillarId: source.pillarId ?? '',
  credits: { ...source.credits },
  leaveOut: source.leaveOut,
  onlyNew: source.onlyNew,
  clips: source.clips,
  byLink: source.byLink,
  tags: [...source.tags],
  region: source.region ?? '',
  language: source.language ?? '',
  accountIds: source.accountIds && [...source.accountIds],
})

/** The share of a source's articles that was clipped, in whole percent; null where it brought none. */
export const clippedShare = (source: Source): number | null =>
  source.articles === 0 ? null : Math.round((100 * source.clipped) / source.articles)
