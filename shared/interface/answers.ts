import type { AlmanacDateWithPosts } from '#shared/almanac/types'
import type { TagUse } from '#shared/articles/types'
import type { CampaignLine, CampaignPage } from '#shared/campaigns/types'
import type { TakenCapture } from '#shared/capture/types'
import type { ClippingDetail, ClippingsView } from '#shared/clippings/types'
import type { DeliveryView } from '#shared/delivery/types'
import type { EvergreensView } from '#shared/evergreens/types'
import type { LogPage, OrdersView } from '#shared/orders/types'
import type { BrandView } from '#shared/people/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { OpenedPost } from '#shared/posts/routes'
import type { DeskView, PostView } from '#shared/posts/types'
import type { ArticleFull, FoundThings, WirePage } from '#shared/reading/types'
import type { RecipientsView } from '#shared/recipients/types'
import type { PostResponses, ResultsView } from '#shared/results/types'
import type { ListView, Placing, QueueingResult, ScheduleAnswer } from '#shared/schedule/types'
import type { FoundSource, Source } from '#shared/sources/types'
import type { OwnToken } from '#shared/tokens/types'

type Made = Undoable & { id: string }

/**
 * What the documented routes answer, by their operations: what their JSON Schemas are made of
 * (scripts/answers.mjs). A test holds that each is what its route answers.
 */
export interface Answers {
  token: OwnToken
  brand: BrandView
  articles: WirePage
  article: ArticleFull
  find: FoundThings
  clippings: ClippingsView
  clipping: ClippingDetail
  sources: Source[]
  tags: TagUse[]
  desk: DeskView
  readPost: OpenedPost
  posts: ListView
  schedule: ScheduleAnswer
  delivery: DeliveryView
  responses: PostResponses | null
  results: ResultsView
  campaigns: CampaignLine[]
  campaign: CampaignPage
  evergreens: EvergreensView
  dates: AlmanacDateWithPosts[]
  orders: OrdersView
  orderLog: LogPage
  recipients: RecipientsView
  setState: Undoable
  addQuote: Undoable
  editClipping: Undoable
  workOff: Undoable
  shelve: Undoable
  tagArticles: Undoable
  capture: TakenCapture
  handOn: Undoable
  savePost: PostView
  removePost: Undoable
  askReview: Undoable
  place: Placing
  lineUp: QueueingResult
  moveItem: Undoable
  takeOut: Undoable & { echoes: number }
  approve: Undoable
  sendBack: Undoable
  undo: null
  findFeed: FoundSource
  addSource: Made
  editSource: Undoable
  removeSource: Undoable
  addWatch: Made
  editWatch: Undoable
  removeWatch: Undoable
  addPillar: Made
  editPillar: Undoable
  removePillar: Undoable
  addCampaign: Made
  editCampaign: Undoable
  removeCampaign: Undoable
  /** What every refusal is (RFC 9457). */
  problem: Problem
}
