// What is asked of another server, and what it answers.

export interface HttpRequestOptions {
  method?: 'GET' | 'HEAD' | 'POST' | 'DELETE'
  headers?: Record<string, string>
  body?: string | Uint8Array
  /** Most bytes of the answer's body, by its content type where that decides. */
  maxBytes?: number | ((contentType: string) => number)
  /**
   * Redirects to follow: by default five; none for a POST, and none with a token, which is for the address it
   * was given for.
   */
  redirects?: number
  /** Given each piece of the body as it comes, unpacked, within `maxBytes`, and how its answer began. */
  onPiece?: (piece: Uint8Array, head: Pick<HttpResponse, 'status' | 'headers'>) => void
  /** How long to wait; by default as long as for anybody. */
  patience?: Patience
  /** Ends it before its time. */
  signal?: AbortSignal
}

/**
 * How long to wait for others, in milliseconds: to be let in, for the first word, between two words, and for
 * the whole answer.
 */
export interface Patience {
  connect: number
  headers: number
  pause: number
  whole: number
}

export interface HttpResponse {
  status: number
  headers: Record<string, string>
  body: Uint8Array
  /** The address that answered in the end. */
  url: string
  /**
   * The address to ask from now on: as far as the redirects on the way said that they are for good (301,
   * 308).
   */
  lastingUrl: string
}
