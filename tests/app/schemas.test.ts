/// <reference types="vite/client" />
import * as yup from 'yup'
import { describe, expect, it } from 'vitest'
import { listOf } from '#shared/platform/lists'
import { instant, isDay } from '#shared/platform/schemaParts'
import { brandSchema } from '#shared/people/schemas'
import { cpuTimeOf } from '../support/cpu'

type Described = yup.SchemaFieldDescription & {
  tests?: { name?: string }[]
  oneOf?: unknown[]
  fields?: Record<string, Described>
  innerType?: Described
}

const modules = import.meta.glob<Record<string, unknown>>('../../shared/*/schemas.ts', { eager: true })
const all = Object.values(modules)
  .flatMap((module) => Object.entries(module))
  .filter(([, schema]) => yup.isSchema(schema)) as [string, yup.AnySchema][]

/** Tests that bound a text by themselves: what they take has one length, or few. */
const BOUNDED = ['max', 'day', 'instant', 'zone', 'language']
const IDS = yup.string().matches(/x/).describe().tests[0]!.name

/** Fields of a schema that could be of any length, by their path. */
function unbounded(described: Described, path: string): string[] {
  const names = described.tests?.map(({ name }) => name ?? '') ?? []
  const isBounded = names.some((name) => BOUNDED.includes(name)) || (described.oneOf?.length ?? 0) > 0
  if (described.type === 'array')
    return [...(names.includes('max') ? [] : [path]), ...unbounded(described.innerType!, `${path}[]`)]
  if (described.type === 'object')
    return Object.entries(described.fields ?? {}).flatMap(([name, field]) =>
      unbounded(field, `${path}.${name}`),
    )
  if (described.type === 'string') return isBounded || names.includes(IDS!) ? [] : [path]
  return []
}

it('every field of every schema has an end', () => {
  expect(all.length).toBeGreaterThan(30)
  expect(all.flatMap(([name, schema]) => unbounded(schema.describe() as Described, name))).toEqual([])
})

describe('a list that is too long', () => {
  const element = yup.object({ at: yup.string().required().email().max(10) })
  const schema = yup.object({ list: listOf(element, 50).min(1).default([]) })

  it('costs nothing but a look at its length, and is told once', () => {
    const list = Array.from({ length: 340_000 }, () => ({ at: 'x' }))
    const took = cpuTimeOf(() => {
      const refused = expect(() => schema.validateSync({ list }, { abortEarly: false, stripUnknown: true }))
      refused.toThrow(yup.ValidationError)
    })
    expect(took).toBeLessThan(500)
    try {
      schema.validateSync({ list }, { abortEarly: false })
    } catch (error) {
      expect((error as yup.ValidationError).errors).toHaveLength(1)
    }
  })

  it('stays a list like any other: elements are read and refused by place, also as part of other schemas', () => {
    const whole = schema.shape({ other: yup.string().default('x') }).required()
    expect(whole.validateSync({ list: [{ at: 'a@b.ee', more: 1 }] }, { stripUnknown: true })).toEqual({
      list: [{ at: 'a@b.ee' }],
      other: 'x',
    })
    expect(() => whole.validateSync({ list: [{ at: 'a@b.ee' }, { at: 'no' }] })).toThrow(/list\[1\]\.at/)
  })
})

describe('days and instants', () => {
  it.each([
    '2026-99-99',
    '2026-02-30',
    '2026-13-01',
    '2025-02-29',
    '9999-99-99',
    '0000-01-01',
    '2026-1-1',
    '2300-01-01',
  ])('%s is no day', (text) => expect(isDay(text)).toBe(false))
  it.each(['2026-02-28', '2028-02-29', '1970-01-01', '2199-12-31'])('%s is one', (text) =>
    expect(isDay(text)).toBe(true),
  )
  it.each([
    '2026-99-99T10:00:00Z',
    '2026-02-30T10:00:00.000Z',
    '2026-02-28T24:00:00Z',
    '2026-02-28T10:60:00Z',
    '2026-02-28T10:00:00',
    '2026-02-28',
  ])('%s is no instant', (text) => expect(instant.isValidSync(text)).toBe(false))
  it('2026-02-28T10:00:00.123Z is one', () =>
    expect(instant.isValidSync('2026-02-28T10:00:00.123Z')).toBe(true))
})

describe('sites of a brand’s own', () => {
  const brand = { name: 'A', zone: 'UTC', language: 'en', mark: 'A' }
  const complaints = (ownSites: unknown): string[] => {
    try {
      brandSchema.validateSync({ ...brand, ownSites }, { abortEarly: false })
      return []
    } catch (error) {
      if (!(error instanceof yup.ValidationError)) throw error
      return error.inner.map(({ path }) => path ?? '')
    }
  }
  it.each([
    [['lowlamp.example', ' https://www.lowlamp.example/x '], []],
    [undefined, []],
    [['lowlamp.example', 'nothing'], ['ownSites']],
    [[{ a: [null] }], ['ownSites[0]']],
    [[[1, false], 'lowlamp.example'], ['ownSites[0]']],
    [[null], ['ownSites[0]']],
    [{ length: 3 }, ['ownSites']],
    ['lowlamp.example', ['ownSites']],
  ])('%j: %j', (sites, paths) => expect(complaints(sites)).toEqual(paths))
})
