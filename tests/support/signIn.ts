import type { Connected } from '#shared/networks/types'
import type { Answered, Person } from './person'
import type { World } from './world'

/** What a person does on a network's own page, and the address they come back with. */
export async function say(
  world: World,
  url: string,
  what: 'yes' | 'no',
  accountId = '',
): Promise<URLSearchParams> {
  const page = url.replace(/^https:\/\/([a-z.-]+\.example)/, `${world.standins.url}/sites/$1`)
  const shown = await fetch(page)
  if (shown.status !== 200) throw new Error(`The network’s page: ${shown.status} ${await shown.text()}`)
  const answer = await fetch(page, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ say: what, account: accountId }),
  })
  return new URL(answer.headers.get('location')!).searchParams
}

interface Begin {
  address?: string
  accountId?: string | null
  slots?: unknown[]
}

export const begin = (person: Person, path: string, input: Begin) =>
  person.ask<{ url: string; network: string; type?: string }>('POST', `${path}/sign-ins`, input)

export const end = (
  person: Person,
  answer: URLSearchParams,
): Promise<Answered<Connected & { type?: string }>> =>
  person.ask('POST', '/api/sign-ins/end', Object.fromEntries(answer))

/** Signs in at a network as one of its accounts, from the address to the account. */
export async function connect(
  world: World,
  person: Person,
  path: string,
  input: Begin & { as: string },
): Promise<Answered<Connected & { type?: string }>> {
  const { as, ...asked } = input
  const { body } = await begin(person, path, asked)
  return end(person, await say(world, body.url, 'yes', as))
}
