import {
  makeProof,
  measure,
  preflight,
  type NetworkRules,
  type PostParts,
  type PreflightContext,
} from '#core/post'
import { median, type Row } from '../tests/support/load/timing'

const rules = (patch: Partial<NetworkRules>): NetworkRules => ({
  id: 'n', name: 'N', limit: 3000, maxTextBytes: null, counting: 'characters', linkLength: 23, mentionCounts: 'local', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: ['picture'], min: 0, max: 4, ratioFrom: 0.5, ratioTo: 2, minWidth: 0, maxBytes: 0, descriptions: 'wanted' }, ...patch,
}) // prettier-ignore

const PLAIN =
  'The dome opens at half past five on Thursday, and the comet stands low in the east before dawn; bring a coat. '
const MIXED =
  'Früh am Donnerstag – „bring a coat“ – steht er tief im Osten 🔭: https://paper.com/a #comet @ann, größer als gestern. '
const MEGABYTES = 4

/** Counting texts, and what one key costs while five proofs and their checks are made. */
export function postRows(): Row[] {
  return [
    speedRow('plain text', PLAIN, 5),
    speedRow('text with accents, links, hashtags and emoji', MIXED, null),
    keyRow(),
  ]
}

function speedRow(what: string, sentence: string, target: number | null): Row {
  const text = sentence.repeat(Math.ceil((MEGABYTES * 1e6) / Buffer.byteLength(sentence)))
  const network = rules({ counting: 'weighted' })
  const speed = Buffer.byteLength(text) / 1e6 / (median(() => measure(text, network), 5) / 1000)
  return {
    what: `measure, ${what}, ${MEGABYTES} MB`,
    figure: `${speed.toFixed(1)} MB a second`,
    target: target ? `≥ ${target} MB a second` : 'none',
    met: target === null || speed >= target,
  }
}

function keyRow(): Row {
  const networks = [
    rules({ counting: 'weighted', limit: 280 }),
    rules({ limit: 500 }),
    rules({}),
    rules({ boards: true }),
    rules({ counting: 'graphemes', limit: 300, maxTextBytes: 3000 }),
  ]
  const parts: PostParts = { text: PLAIN.repeat(28).slice(0, 3000), ownText: null, hashtags: ['comet', 'sky'], credit: 'The Low Lamp', link: 'https://paper.com/a', linkTitle: 'A title', media: [], board: null, audience: null, language: 'en' } // prettier-ignore
  const sentHere = Array.from({ length: 200 }, (_, at) => ({
    at: '2026-03-01T00:00:00.000Z',
    linkKey: `https://paper.com/${at}`,
    text: `${PLAIN}${at}`,
    seriesId: null,
  }))
  const context: PreflightContext = {
    now: '2026-03-02T00:00:00.000Z', zone: 'UTC', plannedAt: null, goodUntil: null, sentHere, seriesId: 's', repeatAfterDays: 30,
    linkState: { kind: 'ok', detail: null }, wordsNotUsed: ['amazing'], mixShare: null, approval: 'draft', hold: false, alsoAppearsOn: [],
  } // prettier-ignore
  // Each key makes another text.
  let key = 0
  const typed = (): PostParts => ({ ...parts, text: `${parts.text}${key++}` })
  const proofs = median(() => {
    const now = typed()
    return networks.map((network) => makeProof(now, network))
  }, 15)
  const both = median(() => {
    const now = typed()
    return networks.map((network) => preflight(now, makeProof(now, network), network, context))
  }, 15)
  const checks = both - proofs
  return {
    what: 'a key in a text of 3,000 characters, five proofs (in a worker, beside the page)',
    figure: `${proofs.toFixed(1)} ms for the proofs, ${checks.toFixed(1)} ms for their checks against 200 posts each`,
    target: '< 16 ms for the proofs',
    met: proofs < 16,
  }
}
