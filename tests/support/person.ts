import type { Problem } from '#shared/platform/types'

export interface Answered<T> {
  status: number
  body: T
  headers: Headers
  text: string
}

/** Somebody at a browser, as the server sees them: requests with a cookie. */
export class Person {
  readonly url: string
  cookie = ''

  constructor(url: string) {
    this.url = url
  }

  async ask<T = Problem>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answered<T>> {
    const answer = await fetch(`${this.url}${path}`, {
      method,
      redirect: 'manual',
      headers: {
        ...(body === undefined || body instanceof FormData ? {} : { 'content-type': 'application/json' }),
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...headers,
      },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof FormData ? body : JSON.stringify(body) }),
    })
    const cookie = answer.headers.get('set-cookie')?.split(';')[0]
    if (cookie) this.cookie = cookie
    const text = await answer.text()
    const isJson = /[/+]json/.test(answer.headers.get('content-type') ?? '')
    return {
      status: answer.status,
      body: (isJson && text !== '' ? JSON.parse(text) : null) as T,
      headers: answer.headers,
      text,
    }
  }

  /** Sends a file as a form. */
  upload<T = Problem>(
    path: string,
    content: Uint8Array,
    name: string,
    method = 'POST',
  ): Promise<Answered<T>> {
    const form = new FormData()
    form.append('file', new Blob([new Uint8Array(content)]), name)
    return this.ask<T>(method, path, form)
  }

  /** Asks and requires success. */
  async want<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await this.ask<T>(method, path, body)
    if (answer.status >= 400) throw new Error(`${method} ${path}: ${answer.status} ${answer.text}`)
    return answer.body
  }
}

/** Waits until something is so. */
export async function until<T>(
  what: string,
  look: () => Promise<T | null | undefined | false>,
  milliseconds = 15_000,
): Promise<T> {
  const end = Date.now() + milliseconds
  while (Date.now() < end) {
    const found = await look()
    if (found) return found
    await new Promise((resolve) => setTimeout(resolve, 80))
  }
  throw new Error(`waited in vain: ${what}`)
}
