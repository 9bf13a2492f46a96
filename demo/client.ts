/**
 * Speaks to the application as a browser does: over HTTP, with its cookie. Throws with the refusal's own
 * sentence.
 */
export class Client {
  readonly #url: string
  #cookie = ''

  constructor(url: string) {
    this.#url = url
  }

  get = <T>(path: string): Promise<T> => this.#ask<T>('GET', path)
  post = <T>(path: string, body: unknown = {}): Promise<T> => this.#ask<T>('POST', path, body)
  patch = <T>(path: string, body: unknown): Promise<T> => this.#ask<T>('PATCH', path, body)
  put = <T>(path: string, body: unknown): Promise<T> => this.#ask<T>('PUT', path, body)

  async #ask<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await fetch(`${this.#url}${path}`, {
      method,
      redirect: 'manual',
      headers: { 'content-type': 'application/json', ...(this.#cookie ? { cookie: this.#cookie } : {}) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const cookie = answer.headers.get('set-cookie')?.split(';')[0]
    if (cookie) this.#cookie = cookie
    const text = await answer.text()
    if (answer.status >= 400) throw new Error(`${method} ${path}: ${text}`)
    return (text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null) as T
  }
}
