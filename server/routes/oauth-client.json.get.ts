import { defineEventHandler, setResponseHeader } from 'h3'
import { clientMetadata } from '#server/networks'
import { problem } from '#server/platform/http/problem'
import { answerProblem } from '#server/route'

/** What this installation says of itself to networks that look it up (atproto.com, OAuth client metadata). */
export default defineEventHandler((event) => {
  const metadata = clientMetadata()
  if (!metadata) return answerProblem(event, problem('notFound'))
  setResponseHeader(event, 'content-type', 'application/json')
  return metadata
})
