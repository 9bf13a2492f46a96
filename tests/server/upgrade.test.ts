// Data files of earlier releases, and of states between them (the number of the last migration), kept from each: they open in this one, with a copy taken before they are
// changed, and nothing is lost.
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gunzipSync } from 'node:zlib'
import Database from 'better-sqlite3'
import { describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { ScheduleView } from '#shared/schedule/types'
import type { Source } from '#shared/sources/types'
import type { WirePage } from '#shared/reading/types'
import { startServer } from '../../scripts/world.mjs'
import { Person, until } from '../support/person'

const data = fileURLToPath(new URL('../data', import.meta.url))
const releases = readdirSync(data).filter((file) => file.endsWith('.sqlite.gz'))
const NELL = '01900000-0000-7000-8000-0000000000a1'
const STANDINS_NOWHERE = 'http://127.0.0.1:9'

it('keeps a file of each release', () => {
  expect(releases).toEqual(expect.arrayContaining(['0.1.0.sqlite.gz', '0.2.0.sqlite.gz']))
})

describe.each(releases)('%s', (release) => {
  it('opens in this release with everything in it', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'quill-old-'))
    const file = join(dataDir, 'quill.sqlite')
    writeFileSync(file, gunzipSync(readFileSync(join(data, release))))
    const old = new Database(file)
    // On hold, nothing that was in line can fall due while the test looks. Its clock goes on from where it was
    // left: with the days that passed since, what is kept for some days only would be gone.
    old.exec('UPDATE accounts SET held = 1')
    const left = old.prepare('SELECT max(at) FROM changes').pluck().get() as number
    old.prepare(`UPDATE keeping SET value = ? WHERE name = 'clock-ahead'`).run(String(left - Date.now()))
    const count = (db: InstanceType<typeof Database>, table: string): number =>
      (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n
    const tables = (
      old
        .prepare(
          `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'knex%' AND name NOT LIKE 'sqlite%'`,
        )
        .all() as { name: string }[]
    ).map(({ name }) => name)
    // What a later release has as `action`, up to its change of names.
    const said = old.prepare(`SELECT 1 FROM knex_migrations WHERE name = '014_names'`).get()
      ? 'action'
      : 'does'
    // A day that differs, as the releases wrote it that had them: also within what an undo would put back.
    const hasExcepts = (old.pragma('table_info(accounts)') as { name: string }[]).some(
      ({ name }) => name === 'except_json',
    )
    if (hasExcepts)
      old
        .prepare('UPDATE accounts SET except_json = ?')
        .run(JSON.stringify([{ date: '2027-12-24', [said]: 'none', slots: [] }]))
    const remembered = JSON.stringify([
      {
        table: 'accounts',
        key: { id: 'a' },
        before: null,
        after: { except_json: JSON.stringify([{ [said]: 'none' }]), hold_reason: 'It "does": nothing' },
      },
    ])
    old.prepare('UPDATE history SET rows_json = ?').run(remembered)
    const last = old.prepare('SELECT name FROM knex_migrations ORDER BY id DESC').pluck().get() as string
    const before = Object.fromEntries(tables.map((table) => [table, count(old, table)]))
    old.close()

    const server = await startServer({
      dataDir,
      standins: STANDINS_NOWHERE,
      demo: true,
      env: { QUILL_LOG: 'fatal', QUILL_TICK_MS: '600000' },
    })
    try {
      const nell = new Person(server.url)
      await nell.want('POST', '/api/demo/session', { personId: NELL })
      const start = await nell.want<{ brands: { id: string }[] }>('GET', '/api/me')
      const path = `/api/brands/${start.brands[0]!.id}`
      const brand = await nell.want<BrandView>('GET', path)
      expect([brand.accounts.length, brand.watches.length, brand.sources]).toEqual([2, 1, 2])
      const sources = await nell.want<Source[]>('GET', `${path}/sources`)
      expect(sources.map((source) => [source.articles > 0, source.newestAt !== null, source.repairs])).toEqual([[true, true, []], [true, true, []]]) // prettier-ignore
      const wire = await nell.want<WirePage>('GET', `${path}/articles?show=all`)
      expect(wire.articles.length).toBe(before['articles'])
      expect(
        wire.articles.every((article) => article.dating === 'stated' && article.changedAt === null),
      ).toBe(true)
      expect(wire.articles.map((article) => article.state).toSorted()).toContain('clipped')
      // The day on which its posts went out, whatever day it is by now.
      const day = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-02&days=1`)
      expect(day.cards.map((card) => card.state)).toContain('sent')
      // What went out before there was anything to count is counted behind.
      const went = new Database(file, { readonly: true })
      const many = (sql: string): number => (went.prepare(sql).get() as { n: number }).n
      await until('all that went out is counted', () =>
        Promise.resolve(
          many('SELECT count(*) AS n FROM sent_posts') ===
            many(`SELECT count(*) AS n FROM deliveries WHERE state IN ('sent', 'in-part')`) || undefined,
        ),
      )
      const clicks = tables.includes('click_days') ? many('SELECT sum(clicks) AS n FROM short_clicks') : 0
      expect(many('SELECT sum(clicks) AS n FROM sent_posts')).toBe(
        many(`SELECT count(*) AS n FROM sent_posts WHERE code IS NOT NULL`) === 0 ? 0 : clicks,
      )
      went.close()
    } finally {
      await server.stop()
    }

    const now = new Database(file, { readonly: true })
    expect(now.pragma('integrity_check', { simple: true })).toBe('ok')
    const excepts = now.prepare('SELECT except_json FROM accounts').pluck().all() as string[]
    for (const json of excepts)
      expect(JSON.parse(json)).toEqual(hasExcepts ? [{ date: '2027-12-24', action: 'none', slots: [] }] : [])
    for (const json of now.prepare('SELECT rows_json FROM history').pluck().all() as string[])
      expect((JSON.parse(json) as { after: object }[])[0]!.after).toEqual({
        except_json: '[{"action":"none"}]',
        hold_reason: 'It "does": nothing',
      })
    // Posts that orders made before are told of by this release.
    const grown = ['changes', 'sessions', 'notices']
    const texts = now
      .prepare(
        'SELECT wordings.text FROM lines JOIN wordings ON wordings.post_id = lines.post_id ORDER BY lines.position',
      )
      .all() as {
      text: string
    }[]
    expect(new Set(texts.map(({ text }) => text))).toEqual(
      new Set(['A line still in line', 'Another behind it']),
    )
    for (const table of tables)
      if (!grown.includes(table)) expect([table, count(now, table)]).toEqual([table, before[table]])
    now.close()
    const copy = `${file}.${last}`
    expect(existsSync(copy)).toBe(true)
    const kept = new Database(copy, { readonly: true })
    expect(count(kept, 'articles')).toBe(before['articles'])
    kept.close()
    rmSync(dataDir, { recursive: true, force: true })
  })
})
