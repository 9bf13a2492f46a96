import { KINDS, type NetworkFacts, type NetworkKind } from '#shared/networks/described'
import type { DescribedNetwork } from '#shared/networks/types'

const NUMBERS = [
  'limit',
  'linkLength',
  'hashtags',
  'picturesMin',
  'picturesMax',
  'repeatDays',
  'perDay',
] as const
type NumberName = (typeof NUMBERS)[number]

/** What is typed of a described network: numbers as text, empty for none. */
export type DescribedValues = Omit<NetworkFacts, NumberName> &
  Record<NumberName, string> & { opensAt: string }

type Facts = Omit<NetworkFacts, 'name'> & { perDay: number | null }

const typedOf = (facts: Facts) => ({
  ...facts,
  ...(Object.fromEntries(NUMBERS.map((name) => [name, String(facts[name] ?? '')])) as Record<
    NumberName,
    string
  >),
})

/** What a form begins with: a network there is, or an empty one with the usual limits of notes. */
export const describedValues = (network: DescribedNetwork | null = null): DescribedValues => ({
  name: network?.facts.name ?? '',
  opensAt: network?.opensAt ?? '',
  ...usualOf('notes'),
  ...(network ? typedOf({ ...network.facts, perDay: network.perDay }) : {}),
})

/** The usual limits of a kind, as they are typed. */
export const usualOf = (kind: NetworkKind): Omit<DescribedValues, 'name' | 'opensAt'> => typedOf(KINDS[kind])

/** A new secret for a webhook, in the form of Standard Webhooks: 24 random bytes. */
export const newSecret = (): string =>
  `whsec_${btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(24))))}`
