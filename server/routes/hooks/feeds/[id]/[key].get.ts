import { defineEventHandler, getQuery, getRouterParam, setResponseHeader } from 'h3'
import { answerProblem } from '#server/route'
import { confirm } from '#server/sources'

/** A hub asks whether we meant to subscribe. */
export default defineEventHandler(async (event) => {
  try {
    const query = Object.fromEntries(
      Object.entries(getQuery(event)).map(([name, value]) => [name, String(value)]),
    )
    const challenge = await confirm(
      getRouterParam(event, 'id') ?? '',
      getRouterParam(event, 'key') ?? '',
      query,
    )
    setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
    setResponseHeader(event, 'x-content-type-options', 'nosniff')
    return challenge
  } catch (error) {
    return answerProblem(event, error)
  }
})
