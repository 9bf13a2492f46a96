import { route } from '#server/route'
import { clippings } from '#server/clippings'

const SHOWS = ['waiting', 'shelved', 'done'] as const

/**
 * What the brand has kept: `show`, `folder`, `q` for part of a title, note or outlet, `written` yes or no,
 * `tag`.
 */
export default route('read', null, ({ actor, query }) =>
  clippings(actor.brandId, {
    show: SHOWS.find((item) => item === query['show']) ?? 'waiting',
    folder: query['folder'] || null,
    text: query['q']?.trim().slice(0, 200) || null,
    tagId: query['tag'] ?? null,
    written: query['written'] === 'yes' ? true : query['written'] === 'no' ? false : null,
  }),
)
