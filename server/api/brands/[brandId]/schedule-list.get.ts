import { NO_FILTER, type SheetFilter } from '#shared/schedule/filter'
import { LIST_SORTS } from '#shared/schedule/types'
import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { listOfPosts } from '#server/schedule'

const LONGEST = 200

export default route(scheduleRoutes.list, null, ({ actor, query }) => {
  const asked = (name: string): string => (query[name] ?? '').slice(0, LONGEST)
  const filter = Object.fromEntries(Object.keys(NO_FILTER).map((name) => [name, asked(name)]))
  return listOfPosts(actor.brandId, {
    filter: { ...NO_FILTER, ...filter } satisfies SheetFilter,
    accountId: asked('account'),
    sort: LIST_SORTS.find((known) => known === query['sort']) ?? 'at',
    isDescending: query['desc'] === '1',
    from: Math.max(0, Math.trunc(Number(query['from']) || 0)),
    isWhole: query['whole'] === '1',
  })
})
