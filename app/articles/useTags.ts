import { articleRoutes } from '#shared/articles/routes'

/** The brand's tags, with what puts them on and how often they are used. */
export function useTags() {
  const {
    data: list,
    failed,
    reload,
  } = useBrandQuery(articleRoutes.tags, {
    changes: ['tag', 'watch', 'source', 'article'],
  })
  return reactive({ list, failed, reload })
}
