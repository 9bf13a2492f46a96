import { v7 as uuid } from 'uuid'
import { DAY } from '#core/instant'
import { zoneClock } from '#core/schedule'
import type { Country } from '#shared/almanac/types'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import * as store from './queries/almanac'
import { readHolidays } from './rowJson'
import { countriesTask, holidaysTask } from './tasks'

/** Holidays are kept for these years: so far back and ahead of the one that it is. */
const YEARS_BACK = 1
const YEARS_AHEAD = 3
/** Another one where what is made of the same place differs: of the data, or of how it is read. */
const EDITION = 'date-holidays 3.37.0'

const thisYear = (): number => new Date(now()).getUTCFullYear()

const yearsNow = (): number[] =>
  Array.from({ length: YEARS_BACK + YEARS_AHEAD + 1 }, (_, at) => thisYear() - YEARS_BACK + at)

/** What holidays are made for now: years, data, language. */
const madeFor = (language: string): string => `${madeNow()} ${language}`
const madeNow = (): string => `${yearsNow()[0]} ${EDITION}`

interface PlaceInput {
  country: string
  region: string
  observances: boolean
}

let kept: Promise<Country[]> | null = null

/** All countries with their regions, in order of their names. */
export function countriesKnown(): Promise<Country[]> {
  kept ??= runInThread('person', [], countriesTask, 'en').catch((error: unknown) => {
    kept = null
    throw error
  })
  return kept
}

/** Lets the holidays of a place be the brand's. Throws `noCountry`, `tooManyDates`. */
export async function addPlace(actor: Actor, input: PlaceInput): Promise<Undoable> {
  const { country, region, observances } = input
  const found = (await countriesKnown()).find(({ code }) => code === country)
  const part = found?.regions.find(({ code }) => code === region)
  if (!found || (region !== '' && !part)) throw problem('noCountry').at(found ? 'region' : 'country')
  const language = (await brandById(await useDb(), actor.brandId))?.language ?? 'en'
  const made = await holidaysMade(actor.brandId, { country, region }, language)
  const { historyId } = await changeUndoably(actor, 'almanac', country, async (db, tracked) => {
    const known = await store.placesOf(db, actor.brandId)
    if (known.length >= LIMITS.almanacPlaces) throw problem('tooManyDates', LIMITS.almanacPlaces)
    const same = known.find((place) => place.country === country && place.region === region)
    if (same) return tracked.update('almanac_places', { id: same.id }, { observances: Number(observances) })
    await tracked.insert(
      'almanac_places',
      { id: uuid() },
      {
        ...{ brand_id: actor.brandId, country, region, observances: Number(observances), ...made },
        name: part ? `${part.name}, ${found.name}` : found.name,
        ...{ created_by: actor.personId, created_at: now() },
      },
    )
  })
  return { historyId }
}

/** Lets a place's holidays be the brand's no longer. Throws `notFound`. */
export async function removePlace(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    if (!(await store.placeById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.remove('almanac_places', { id })
  })
  return { historyId }
}

async function holidaysMade(
  brandId: string,
  { country, region }: Pick<PlaceInput, 'country' | 'region'>,
  language: string,
) {
  const asked = { country, region, language, years: yearsNow() }
  const holidays = await runInThread('background', [`brand:${brandId}`], holidaysTask, asked)
  return { holidays_json: JSON.stringify(holidays), made_for: madeFor(language) }
}

/** Makes the holidays of places whose years, data or language are others by now. */
export async function renewHolidays(db: Db): Promise<void> {
  for (const place of await store.placesMadeElse(db, madeNow())) {
    const made = await holidaysMade(place.brand_id, place, place.language)
    await inTransaction(async (transaction) => {
      await store.setHolidays(transaction, place.id, made)
      await announce(transaction, place.brand_id, 'almanac', place.id)
    })
  }
}

/** Days of the years about now that are public holidays for a brand, wherever it keeps to them. */
export async function holidaysFor(db: Db, brandId: string): Promise<string[]> {
  const places = await store.placesOf(db, brandId)
  return [
    ...new Set(
      places.flatMap((place) =>
        readHolidays(place.holidays_json).flatMap(({ date, isClosed }) => (isClosed ? date : [])),
      ),
    ),
  ].sort()
}

/** The local day at a moment in a zone. */
export const dayAt = (zone: string, at: number): string => zoneClock(zone, at - DAY, at + DAY).dayOf(at)
