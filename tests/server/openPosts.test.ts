// Which posts are on a Desk is looked for among those that may be, which triggers keep: whatever is done in
// whatever order, it is what looking at every post finds.
import Database from 'better-sqlite3'
import fc from 'fast-check'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDb } from '#server/platform/db/sqlite/open'
import { countOnDesk } from '#server/posts/queries/posts'
import type { Db } from '#server/platform/db'

const file = join(mkdtempSync(join(tmpdir(), 'quill-open-')), 'quill.sqlite')
let db: Db
let plain: InstanceType<typeof Database>

beforeAll(async () => {
  db = await openDb(file)
  plain = new Database(file)
  plain.pragma('foreign_keys = ON')
  plain.exec(`INSERT INTO brands (id, name, zone, language, mark, mark_ink, created_at, version)
    VALUES ('b', 'B', 'UTC', 'en', 'B', 1, 1, 1)`)
  plain.exec(`INSERT INTO people (id, name, email, created_at) VALUES ('nell', 'Nell', 'n@desk.example', 1)`)
  for (const id of ['x', 'y'])
    plain.exec(`INSERT INTO accounts (id, brand_id, protocol, name, handle, address, page_url, endpoint_json, token_sealed, rules_json, position)
      VALUES ('${id}', 'b', 'micropub', '${id}', '@${id}', 'https://${id}.example', 'https://${id}.example', '{}', '', '{}', 1)`)
})
afterAll(async () => {
  plain.close()
  await db.destroy()
})

/** The same as it was asked before: of every post. */
const ALL = `SELECT count(*) FROM posts WHERE brand_id = 'b' AND removed_at IS NULL AND saved_at IS NOT NULL
  AND (approval <> 'approved' OR approved_version <> version
    OR NOT EXISTS (SELECT 1 FROM proofs WHERE post_id = posts.id AND chosen = 1)
    OR EXISTS (SELECT 1 FROM proofs WHERE post_id = posts.id AND chosen = 1
      AND NOT EXISTS (SELECT 1 FROM lines WHERE lines.post_id = posts.id AND lines.account_id = proofs.account_id)
      AND NOT EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id
        AND deliveries.account_id = proofs.account_id AND deliveries.state <> 'not-sent')))`

let made = 0
const POSTS = ['p', 'q', 'r']
const DOINGS: ((post: string, account: string) => string)[] = [
  (
    post,
  ) => `INSERT OR IGNORE INTO posts (id, brand_id, hashtags_json, approval, created_by, created_at, version, saved_at)
    VALUES ('${post}', 'b', '[]', 'draft', 'nell', 1, 1, 1)`,
  (post) => `UPDATE posts SET approval = 'approved', approved_version = version WHERE id = '${post}'`,
  (post) => `UPDATE posts SET version = version + 1 WHERE id = '${post}'`,
  (post) => `UPDATE posts SET version = version + 1, approved_version = version + 1 WHERE id = '${post}'`,
  (post) => `UPDATE posts SET removed_at = CASE WHEN removed_at IS NULL THEN 1 END WHERE id = '${post}'`,
  (post) =>
    `DELETE FROM posts WHERE id = '${post}' AND NOT EXISTS (SELECT 1 FROM deliveries WHERE post_id = posts.id)`,
  (post, account) => `INSERT OR IGNORE INTO proofs (post_id, account_id, chosen)
    SELECT id, '${account}', 1 FROM posts WHERE id = '${post}'`,
  (post, account) =>
    `UPDATE proofs SET chosen = 1 - chosen WHERE post_id = '${post}' AND account_id = '${account}'`,
  (post, account) => `DELETE FROM proofs WHERE post_id = '${post}' AND account_id = '${account}'`,
  (
    post,
    account,
  ) => `INSERT OR IGNORE INTO lines (id, brand_id, post_id, account_id, position, state, lined_at)
    SELECT '${++made}', 'b', id, '${account}', 1, 'in-line', 1 FROM posts WHERE id = '${post}'`,
  (post, account) => `DELETE FROM lines WHERE post_id = '${post}' AND account_id = '${account}'`,
  ...['sent', 'waiting', 'not-sent'].map(
    (state) => (post: string, account: string) =>
      `INSERT INTO deliveries (id, brand_id, post_id, account_id, key, due_at, state, frozen_json, next_try_at, message)
       SELECT '${++made}', 'b', id, '${account}', '${made}', 1, '${state}', '{}', 1, '' FROM posts WHERE id = '${post}'`,
  ),
  ...['sent', 'not-sent', 'taken-back'].map(
    (state) => (post: string, account: string) =>
      `UPDATE deliveries SET state = '${state}' WHERE post_id = '${post}' AND account_id = '${account}'`,
  ),
  (post, account) => `DELETE FROM deliveries WHERE post_id = '${post}' AND account_id = '${account}'`,
]

/** What is done until a post is out. */
const OUT = [DOINGS[0]!, DOINGS[6]!, DOINGS[1]!, DOINGS[11]!]

describe('posts on the Desk', () => {
  it('are those that looking at every post finds, over 300 random stories', async () => {
    const step = fc.tuple(fc.nat(DOINGS.length - 1), fc.constantFrom(...POSTS), fc.constantFrom('x', 'y'))
    let most = 0
    let closed = 0
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 10, maxLength: 40 }), async (story) => {
        for (const table of ['lines', 'deliveries', 'proofs', 'posts']) plain.exec(`DELETE FROM ${table}`)
        expect(plain.prepare('SELECT count(*) FROM open_posts').pluck().get()).toBe(0)
        // Two of them went out as they are, which is where it gets hard.
        for (const post of ['p', 'q']) for (const doing of OUT) plain.exec(doing(post, 'x'))
        expect(plain.prepare('SELECT count(*) FROM open_posts').pluck().get()).toBe(0)
        for (const [at, post, account] of story) {
          plain.exec(DOINGS[at]!(post, account))
          const found = await countOnDesk(db, 'b')
          expect(found).toBe(plain.prepare(ALL).pluck().get())
          most = Math.max(most, found)
        }
        closed += Number(
          plain
            .prepare(`SELECT (SELECT count(*) FROM posts) - (SELECT count(*) FROM open_posts)`)
            .pluck()
            .get(),
        )
      }),
      { numRuns: 300, seed: 20270302 },
    )
    expect(most).toBe(3)
    // Some went out everywhere, and were looked at no more.
    expect(closed).toBeGreaterThan(20)
  })
})
