import type { NetworkPicture } from './media'

/** A post as a network has it. */
export interface NetworkPost {
  id: string
  slug: string
  accountId: string
  text: string
  at: number
  pictures: NetworkPicture[]
  /** Beside the text: as a card or behind the picture. */
  link: string | null
  board: string | null
  audience: string | null
  /** The post this one answers. */
  replyTo: string | null
  categories: string[]
  /** Where it was passed on to. */
  alsoTo: string[]
  /** Facts that only its protocol knows. */
  record: Record<string, unknown> | null
}
