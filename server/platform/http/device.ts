import Bowser from 'bowser'
import type { DeviceKind } from '#shared/platform/types'

/** Of what a browser says of itself, no more is looked at. */
const LOOKED_AT = 400
const KINDS: Record<string, DeviceKind> = { desktop: 'computer', mobile: 'phone', tablet: 'tablet' }

export interface Device {
  browser: string | null
  system: string | null
  kind: DeviceKind | null
}

/** What somebody asks with, by the `User-Agent` that is sent; null for what it does not say. */
export function deviceOf(userAgent: string | null): Device {
  const text = (userAgent ?? '').slice(0, LOOKED_AT)
  if (text === '') return { browser: null, system: null, kind: null }
  const { browser, os, platform } = Bowser.parse(text)
  return {
    browser: named(browser.name),
    system: named(os.name),
    kind: KINDS[platform.type ?? ''] ?? null,
  }
}

/** What nearly all call themselves says nothing. */
const named = (name: string | undefined): string | null =>
  name && name !== 'Mozilla' ? name.slice(0, 40) : null
