/** Names of query parts that say where a click came from and never which page is meant (common practice). */
const NAMES = new Set([
  'fbclid',
  'gclid',
  'dclid',
  'gbraid',
  'wbraid',
  'msclkid',
  'yclid',
  'twclid',
  'igshid',
  'mc_cid',
  'mc_eid',
  '_hsenc',
  '_hsmi',
  'mkt_tok',
  'oly_anon_id',
  'oly_enc_id',
  'vero_id',
  'wickedid',
  's_cid',
  'ref_src',
])

const PREFIXES = ['utm_', 'mtm_', 'pk_', 'hsa_']

/** Whether a query part of this name is a tracking mark. Letter case is ignored. */
export function isTrackingMark(name: string): boolean {
  const lower = name.toLowerCase()
  return NAMES.has(lower) || PREFIXES.some((prefix) => lower.startsWith(prefix))
}
