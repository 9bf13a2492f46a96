// Every route there is, with what it says of itself.
import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { EventHandler } from 'h3'
import type { Declared } from '#server/route'

export interface KnownRoute {
  method: string
  /** With its parameters in brackets, such as `/api/brands/[brandId]/tags/[id]`. */
  path: string
  declared: Declared
}

const server = fileURLToPath(new URL('../../server', import.meta.url))
const FOLDERS = [
  { folder: 'api', prefix: '/api/' },
  { folder: 'routes', prefix: '/' },
]

/**
 * Imports the file of every route: what `route()` was given stands on its handler. Feeds, whose answers are
 * no JSON, are made without it.
 */
export async function allRoutes(): Promise<KnownRoute[]> {
  const found: KnownRoute[] = []
  for (const { folder, prefix } of FOLDERS) {
    for (const file of readdirSync(`${server}/${folder}`, { recursive: true, encoding: 'utf8' }).toSorted()) {
      const [, path, method] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file) ?? []
      if (path === undefined) continue
      const { default: handler } = (await import(`${server}/${folder}/${file}`)) as {
        default: EventHandler & { declared?: Declared }
      }
      if (handler.declared)
        found.push({
          method: method!.toUpperCase(),
          path: `${prefix}${path.replace(/(^|\/)index$/, '')}`.replace(/\/$/, ''),
          declared: handler.declared,
        })
    }
  }
  return found
}

export const nameOf = ({ method, path }: Pick<KnownRoute, 'method' | 'path'>): string => `${method} ${path}`
