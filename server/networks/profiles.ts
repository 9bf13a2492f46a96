import { parseJson } from '#shared/platform/json'
import * as yup from 'yup'
import { listOf } from '#shared/platform/lists'
import { httpRequest } from '#server/platform/net/httpRequest'
import { problem } from '#server/platform/http/problem'

const PROFILE = /^@?([a-z0-9._-]+)@([a-z0-9.-]+\.[a-z]{2,}(?::\d+)?)$/i
const PAGE = 'http://webfinger.net/rel/profile-page'

const answerSchema = yup.object({
  links: listOf(
    yup.object({
      rel: yup.string().default(''),
      type: yup.string().nullable().default(null),
      href: yup.string().nullable().default(null),
    }),
    200,
  ).default([]),
})

/**
 * The page of a profile written as `@name@host`, by WebFinger (RFC 7033); null for what is written otherwise.
 * Throws where the host knows none.
 */
export async function profilePage(text: string): Promise<string | null> {
  const [, name, host] = PROFILE.exec(text.trim()) ?? []
  if (!name || !host) return null
  const resource = `acct:${name}@${host}`
  const answer = await httpRequest(
    `https://${host}/.well-known/webfinger?resource=${encodeURIComponent(resource)}`,
    {
      headers: { accept: 'application/jrd+json, application/json' },
      maxBytes: 100_000,
    },
  )
  const page = answer.status === 200 ? pageIn(Buffer.from(answer.body).toString('utf8')) : null
  if (!page) throw problem('noProfile', host, name)
  return page
}

function pageIn(body: string): string | null {
  try {
    const { links } = answerSchema.validateSync(parseJson(body))
    const named =
      links.find(({ rel }) => rel === PAGE) ??
      links.find(({ rel, type }) => rel === 'self' && type === 'text/html')
    return named?.href && /^https?:/i.test(named.href) && URL.canParse(named.href) ? named.href : null
  } catch {
    return null
  }
}
