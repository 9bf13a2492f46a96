import { clippingRoutes } from '#shared/clippings/routes'
import { route } from '#server/route'
import { clippings } from '#server/clippings'

const SHOWS = ['waiting', 'shelved', 'done'] as const
const KINDS = ['article', 'page', 'quote', 'picture', 'video', 'pdf', 'words'] as const

export default route(clippingRoutes.clippings, null, ({ actor, query }) =>
  clippings(actor.brandId, {
    show: SHOWS.find((item) => item === query['show']) ?? 'waiting',
    folderId: query['folder'] || null,
    kind: KINDS.find((item) => item === query['kind']) ?? null,
    text: query['q']?.trim().slice(0, 200) || null,
    tagId: query['tag'] ?? null,
    written: query['written'] === 'yes' ? true : query['written'] === 'no' ? false : null,
  }),
)
