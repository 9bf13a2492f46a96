/** What is handed over of something captured, as `PUT /api/capture/ID` takes it. */
export interface Payload {
  way: 'extension'
  url: string | null
  title: string
  words: string
  pictureUrl: string | null
  html: string
}

/** Something captured that the server does not have yet. */
export interface Waiting {
  /** A UUIDv7: they sort by when they were made. */
  id: string
  payload: Payload
  /** Why the server will never take it; '' while it may. */
  refused: string
  /** Until when it is being handed over, and its window waits for that; in ms since 1970. */
  inHandUntil: number
}

/** The server a browser is paired with. */
export interface Pairing {
  /** Such as `https://desk.example`. */
  origin: string
  token: string
  person: string
  brand: string
}

/** What became of handing something over. */
export type Delivery =
  | { fate: 'delivered'; feeds: number }
  /** Nobody answered, or not now: it waits. */
  | { fate: 'away' }
  /** The pairing has ended: it waits until the browser is paired again. */
  | { fate: 'unpaired' }
  /** It will never be taken, and why. */
  | { fate: 'refused'; message: string }
