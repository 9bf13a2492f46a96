import type { IncomingMessage, ServerResponse } from 'node:http'

export interface Ask {
  method: string
  host: string
  path: string
  query: URLSearchParams
  headers: IncomingMessage['headers']
  body: string
  bytes: Buffer
}

export interface Reply {
  status: number
  type?: string
  body?: string | Uint8Array
  headers?: Record<string, string>
}

export async function readAsk(request: IncomingMessage): Promise<Ask> {
  const parts: Buffer[] = []
  for await (const part of request) parts.push(part as Buffer)
  const url = new URL(request.url ?? '/', 'http://world.example')
  const bytes = Buffer.concat(parts)
  return {
    method: request.method ?? 'GET',
    host: (request.headers.host ?? '').replace(/:\d+$/, ''),
    path: url.pathname,
    query: url.searchParams,
    headers: request.headers,
    body: bytes.toString('utf8'),
    bytes,
  }
}

export function sendReply(response: ServerResponse, reply: Reply): void {
  response.writeHead(reply.status, {
    'content-type': reply.type ?? 'text/plain; charset=utf-8',
    ...reply.headers,
  })
  response.end(reply.body ?? '')
}

export const html = (body: string, headers: Record<string, string> = {}): Reply => ({
  status: 200,
  type: 'text/html; charset=utf-8',
  body,
  headers,
})
export const json = (value: unknown, status = 200, headers: Record<string, string> = {}): Reply => ({
  status,
  type: 'application/json; charset=utf-8',
  body: JSON.stringify(value),
  headers,
})
export const nothing = (message = 'There is nothing here.'): Reply => ({ status: 404, body: message })

export const escapeText = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/** The object in a JSON body; an empty one for anything else. */
export function fieldsOf(ask: Ask): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(ask.body || '{}')
    return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
  } catch {
    return {}
  }
}
