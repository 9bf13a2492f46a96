import type { WatchQuery } from './types'

/** Whether what a query says of an article hangs on its body, so that title and names do not tell. */
export function readsBody(query: WatchQuery): boolean {
  switch (query.kind) {
    case 'term':
      return query.field === null || query.field === 'body'
    case 'and':
    case 'or':
      return query.parts.some(readsBody)
    case 'not':
      return readsBody(query.part)
    case 'limit':
      return query.what === 'words'
    default:
      return false
  }
}
