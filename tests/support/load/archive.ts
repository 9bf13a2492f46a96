// An archive as large as wanted, written straight into a data file: for benches, and for tests of what many
// articles cost.
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import { stem } from '#core/text'
import { chanceFrom, pick, sentence, type Chance } from '../randomFeeds'

const FEEDS = 200
const HOUR = 3_600_000
// Words by how often they stand in a text, so that some searches find much and some little.
export const RARE = Array.from({ length: 4000 }, (_, at) => `word${at.toString(36)}`)

const stems = new Map<string, string>()
/** The words are few, so that each is stemmed once. */
function stemOf(word: string): string {
  const known = stems.get(word) ?? stem(word, 'en')
  stems.set(word, known)
  return known
}

/**
 * An archive of a brand that reads it all: some of it decided, some marked, all of it in the search index.
 */
export function fillArchive(file: string, brandId: string, articles: number): void {
  const db = new Database(file)
  // Nothing is lost by a crash that is not made anew at once; the index is written in few large pieces.
  db.pragma('synchronous = OFF')
  db.pragma('cache_size = -400000')
  db.exec(`INSERT INTO article_search (article_search, rank) VALUES ('hashsize', ${256 * 1024 * 1024})`)
  const chance = chanceFrom(3)
  const now = Date.now()
  const feeds = Array.from({ length: FEEDS }, () => uuid())
  const watches = (db.prepare('SELECT id FROM watches').all() as { id: string }[]).map(({ id }) => id)
  const feed = db.prepare('INSERT INTO feeds (id, url, host, title, next_fetch_at) VALUES (?, ?, ?, ?, ?)')
  const source = db.prepare(
    'INSERT INTO sources (id, brand_id, feed_id, label, own, created_at) VALUES (?, ?, ?, ?, 0, 0)',
  )
  const folder = db.prepare('INSERT INTO folders (id, brand_id, name) VALUES (?, ?, ?)')
  const inFolder = db.prepare('INSERT INTO source_folders (source_id, folder_id) VALUES (?, ?)')
  const article = db.prepare(
    `INSERT INTO articles (id, feed_id, guid, link_key, url, title, summary_html, text, sanitiser_version, language, categories_json, published_at, first_seen_at, at, number, indexed)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, 1, 'en', '[]', ?, ?, ?, ?, 1)`,
  )
  const found = db.prepare('INSERT INTO article_search (rowid, title, body, stems) VALUES (?, ?, ?, ?)')
  const state = db.prepare(
    'INSERT INTO article_states (brand_id, article_id, state, changed_at, feed_id) VALUES (?, ?, ?, 0, ?)',
  )
  const mark = db.prepare(
    `INSERT INTO watch_marks (watch_id, article_id, strength, found_json, feed_id) VALUES (?, ?, 1, '[]', ?)`,
  )
  db.transaction(() => {
    const folders = Array.from({ length: 10 }, () => uuid())
    folders.forEach((id, at) => folder.run(id, brandId, `Folder ${at}`))
    feeds.forEach((id, at) => {
      const sourceId = uuid()
      feed.run(id, `https://site${at}.example/feed`, `site${at}.example`, `Site ${at}`, now + 400 * 24 * HOUR)
      source.run(sourceId, brandId, id, `Site ${at}`)
      inFolder.run(sourceId, folders[at % folders.length])
    })
    for (let at = 0; at < articles; at++) {
      const id = uuid()
      const feedId = pick(chance, feeds)
      const when = now - (articles - at) * 60_000
      const [title, text] = [words(chance, 8), words(chance, 60)]
      article.run(
        id,
        feedId,
        `g${at}`,
        `https://site.example/${at}`,
        `https://site.example/${at}`,
        title,
        `<p>${text}</p>`,
        text,
        when,
        when,
        when,
        at + 1,
      )
      found.run(at + 1, title, text, `${title} ${text}`.split(' ').map(stemOf).join(' '))
      if (chance() < 0.1)
        state.run(brandId, id, pick(chance, ['read', 'passed', 'passed', 'clipped']), feedId)
      for (const watch of watches) if (chance() < 0.04) mark.run(watch, id, feedId)
    }
    db.exec('UPDATE feeds SET articles = (SELECT count(*) FROM articles WHERE articles.feed_id = feeds.id)')
  })()
  db.exec(`INSERT INTO article_search (article_search, rank) VALUES ('hashsize', ${1024 * 1024})`)
  db.close()
}

const words = (chance: Chance, count: number): string =>
  Array.from({ length: count }, () => (chance() < 0.3 ? sentence(chance, 1) : pick(chance, RARE))).join(' ')
