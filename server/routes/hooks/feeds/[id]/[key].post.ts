import { defineEventHandler, getHeader, getRouterParam, readRawBody, setResponseStatus } from 'h3'
import { LIMITS } from '../../../../../shared/limits'
import { problem } from '../../../../problem'
import { answerProblem } from '../../../../route'
import { takeAnnouncement } from '../../../../services/announcements'

/** A hub announces a feed's new content. */
export default defineEventHandler(async (event) => {
  try {
    const body = (await readRawBody(event, false)) ?? Buffer.alloc(0)
    if (body.length > LIMITS.responseBytes) throw problem('tooBig', LIMITS.responseBytes / 1024 / 1024)
    await takeAnnouncement(getRouterParam(event, 'id') ?? '', getRouterParam(event, 'key') ?? '', {
      body,
      contentType: getHeader(event, 'content-type') ?? null,
      signature: getHeader(event, 'x-hub-signature') ?? null,
    })
    setResponseStatus(event, 202)
    return ''
  } catch (error) {
    return answerProblem(event, error)
  }
})
