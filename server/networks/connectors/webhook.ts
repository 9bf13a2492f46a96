import { toInstant } from '#core/instant'
import type { Message } from '#core/message'
import type { NetworkRules } from '#core/post'
import { note } from '#shared/messages'
import { realNow } from '#server/platform/clock'
import { problem } from '#server/platform/http/problem'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import type { AccountAccess, Connector, Found, Outcome, Outgoing } from './connector'
import { fieldsOf, noWord, outcomeOf, outcomeOfFailure, textField, webField, wordsOf } from './outcome'
import { statedRules } from './rules'
import { webhookHeaders } from '#server/platform/net/webhookSignature'

/**
 * A post handed to an address of one's own as signed JSON; its answer says what became of it. What is asked
 * and answered stands in `docs/networks.md`. A message about one post has the same `webhook-id` at every try,
 * so that who takes it can tell a repeat.
 */
export const webhook: Connector = {
  check: () => Promise.resolve(null),

  async publish(account, post) {
    try {
      return outcomeSaid(await tell(account, 'post.publish', post.key, postIn(post)))
    } catch (error) {
      return outcomeOfFailure(error)
    }
  },

  async find(account, post) {
    try {
      return foundSaid(await tell(account, 'post.find', `${post.key}.find`, { key: post.key }))
    } catch (error) {
      return noWord(error)
    }
  },

  async remove(account, { remoteId, remoteUrl }) {
    const answer = await tell(account, 'post.remove', `${remoteId}.remove`, { id: remoteId, url: remoteUrl })
    const state = textField(fieldsOf(answer), 'state')
    if (answer.status === 404 || answer.status === 410 || (isGood(answer) && state === 'removed'))
      return { kind: 'done' }
    return { kind: 'failed', message: wordsOf(answer, reasonIn(answer)) }
  },
}

/**
 * Sends a trial to an address and gives the rules it states, null where it states none. Throws where it does
 * not take it.
 */
export async function tryWebhook(address: URL, secret: string): Promise<NetworkRules | null> {
  const access = { endpoint: { webhook: address.href }, token: secret }
  const answer = await tell(access, 'trial', `trial-${realNow()}`, {})
  if (!isGood(answer)) throw problem('webhookRefused', address.hostname, answer.status)
  return statedRules(fieldsOf(answer)['rules'])
}

function tell(
  account: Pick<AccountAccess, 'endpoint' | 'token'>,
  type: 'trial' | 'post.publish' | 'post.find' | 'post.remove',
  id: string,
  data: object,
): Promise<HttpResponse> {
  const at = realNow()
  const body = JSON.stringify({ type, timestamp: toInstant(at), data })
  return httpRequest(account.endpoint['webhook'] ?? '', {
    method: 'POST',
    headers: webhookHeaders(account.token, { id, at, body }),
    body,
  })
}

/** A post as the webhook is given it. Pictures come along whole, in Base64: nothing has to be fetched. */
const postIn = (post: Outgoing): object => ({
  key: post.key,
  text: post.text,
  language: post.language,
  link: post.link,
  hashtags: post.hashtags,
  pictures: post.pictures.map(({ content, ...picture }) => ({
    ...picture,
    content: content.toString('base64'),
  })),
  board: post.board,
  audience: post.audience,
  dueAt: toInstant(post.dueAt),
})

const isGood = ({ status }: HttpResponse): boolean => status >= 200 && status < 300
const reasonIn = (answer: HttpResponse): string | null => textField(fieldsOf(answer), 'reason')
const reasonsOf = (answer: HttpResponse): Message[] => {
  const reason = reasonIn(answer)
  return reason === null ? [] : [note('network.said', { text: reason })]
}

/** What an answer says of a post; null where it is taken and nothing more is said. */
function saidOf(answer: HttpResponse): Outcome | null {
  const fields = fieldsOf(answer)
  switch (textField(fields, 'state')) {
    case 'posted': {
      const remoteUrl = webField(fields, 'url')
      return { kind: 'done', remoteId: textField(fields, 'id') ?? remoteUrl ?? 'posted', remoteUrl }
    }
    case 'refused':
      return { kind: 'refused', message: reasonsOf(answer) }
    case 'later': {
      const seconds = fields['waitSeconds']
      const waitMs = typeof seconds === 'number' && seconds > 0 ? seconds * 1000 : null
      return { kind: 'later', message: reasonsOf(answer), waitMs }
    }
    default:
      return null
  }
}

function outcomeSaid(answer: HttpResponse): Outcome {
  if (!isGood(answer)) return outcomeOf(answer, reasonIn(answer))
  // Taking it is not posting it: nothing is called sent before somebody says so.
  return saidOf(answer) ?? { kind: 'taken' }
}

function foundSaid(answer: HttpResponse): Found {
  if (!isGood(answer)) return { kind: 'no-word', message: wordsOf(answer, reasonIn(answer)) }
  const said = saidOf(answer)
  if (said?.kind === 'done') return { ...said, kind: 'there', isWhole: true }
  if (said?.kind === 'refused') return { kind: 'refused', message: said.message }
  switch (textField(fieldsOf(answer), 'state')) {
    case 'taken':
      return { kind: 'taken' }
    case 'unknown':
      return { kind: 'not-there' }
    default:
      return said === null
        ? { kind: 'cant-ask', message: [note('network.no-state')] }
        : { kind: 'no-word', message: 'message' in said ? said.message : [] }
  }
}
