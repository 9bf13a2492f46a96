// Every route there is, with what it says of itself.
import { existsSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { EventHandler } from 'h3'
import type { Declared } from '#server/route'
import type { Route } from '#shared/platform/route'

export interface KnownRoute {
  /** As its file is called, with parameters in brackets, such as `/api/brands/[brandId]/tags/[id]`. */
  method: string
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

/** What is declared for server and browser alike, by its method and its path with parameters in brackets. */
export async function sharedRoutes(): Promise<string[]> {
  const shared = fileURLToPath(new URL('../../shared', import.meta.url))
  const found: string[] = []
  for (const subject of readdirSync(shared)) {
    const file = `${shared}/${subject}/routes.ts`
    if (!existsSync(file)) continue
    const lists = (await import(file)) as Record<string, Record<string, Route>>
    for (const route of Object.values(lists).flatMap((list) => Object.values(list)))
      found.push(nameOfDeclared(route))
  }
  return found
}

export const nameOfDeclared = ({ method, path }: Route): string =>
  `${method} ${path.replace(/:(\w+)/g, '[$1]')}`
