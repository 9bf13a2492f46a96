import type { AnyObjectSchema } from 'yup'
import { almanacRoutes } from '#shared/almanac/routes'
import { articleRoutes } from '#shared/articles/routes'
import { campaignSchema } from '#shared/campaigns/schemas'
import { campaignRoutes } from '#shared/campaigns/routes'
import { captureSchema } from '#shared/capture/schemas'
import { captureRoutes } from '#shared/capture/routes'
import { clippingSchema, doneSchema, quoteSchema, shelvedSchema } from '#shared/clippings/schemas'
import { clippingRoutes } from '#shared/clippings/routes'
import { deliveryRoutes } from '#shared/delivery/routes'
import { evergreenRoutes } from '#shared/evergreens/routes'
import { orderRoutes } from '#shared/orders/routes'
import { pillarSchema } from '#shared/people/schemas'
import { peopleRoutes } from '#shared/people/routes'
import type { Route } from '#shared/platform/route'
import { undoSchema } from '#shared/platform/schemas'
import { reviewSchema, savePostSchema, sendBackSchema } from '#shared/posts/schemas'
import { postRoutes } from '#shared/posts/routes'
import { stateSchema, tagArticlesSchema } from '#shared/reading/schemas'
import { readingRoutes } from '#shared/reading/routes'
import { handOnSchema } from '#shared/recipients/schemas'
import { recipientRoutes } from '#shared/recipients/routes'
import { resultsRoutes } from '#shared/results/routes'
import { lineUpSchema, moveSchema, placingSchema } from '#shared/schedule/schemas'
import { scheduleRoutes } from '#shared/schedule/routes'
import { lookSchema, sourceEditSchema, sourceSchema } from '#shared/sources/schemas'
import { sourceRoutes } from '#shared/sources/routes'
import { tokenRoutes } from '#shared/tokens/routes'
import type { PersonalScope } from '#shared/tokens/types'
import { watchSchema } from '#shared/watches/schemas'
import { watchRoutes } from '#shared/watches/routes'

/** A route that programs of others may count on. */
export interface Documented {
  route: Route
  /** What its body must suit; null for none. */
  schema: AnyObjectSchema | null
  /** What a token must be for; null where any will do. */
  scope: PersonalScope | null
  summary: string
  /** What can be asked for behind the question mark. */
  query: Readonly<Record<string, string>>
}

const doc = (
  scope: PersonalScope | null,
  route: Route,
  summary: string,
  schema: AnyObjectSchema | null = null,
  query: Documented['query'] = {},
): Documented => ({ route, schema, scope, summary, query })

const NEXT = 'Begins behind a page: the `next` of its answer.'

/** All of them, by the names of their operations. */
export const DOCUMENTED = {
  token: doc(null, tokenRoutes.own, 'What this token is: whose, of which brand, for what, until when.'),

  brand: doc('read', peopleRoutes.brand, 'A brand with its accounts, pillars, watches, tags and campaigns.'),
  articles: doc('read', readingRoutes.wire, 'A page of the Wire.', null, {
    show: 'Which: `open` (without it), `new`, `read`, `clipped`, `shelved`, `passed` or `all`.',
    order: '`newest` (without it), `oldest`, `waiting` or `mixed`.',
    words: 'Only those that hold these words.',
    source: 'Only of the source with this id.',
    watch: 'Only what the watch with this id marks.',
    tag: 'Only with the tag of this id.',
    language: 'Only in this language, such as `en`.',
    since: 'Only from this instant on.',
    after: NEXT,
  }),
  article: doc('read', readingRoutes.article, 'An article with its text.'),
  find: doc('read', readingRoutes.find, 'Articles, clippings and posts by their words.', null, {
    q: 'The words.',
  }),
  clippings: doc('read', clippingRoutes.clippings, 'What the brand has kept.', null, {
    show: '`waiting` (without it), `shelved` or `done`.',
    folder: 'Only in the folder with this id.',
    q: 'Only with these words in title, note or outlet.',
  }),
  clipping: doc('read', clippingRoutes.clipping, 'A clipping with its text, and what became of it.'),
  sources: doc('read', sourceRoutes.sources, 'Sources, and how they fare.'),
  tags: doc('read', articleRoutes.tags, 'Tags, and how often each is used.'),
  desk: doc('read', postRoutes.desk, 'Posts being written, in review or sent back.'),
  readPost: doc('read', postRoutes.post, 'A post with all that is written of it.'),
  posts: doc(
    'read',
    scheduleRoutes.list,
    'Every post that is written, in line or out, some rows at a time.',
    null,
    {
      state: 'Only those that stand so.',
      words: 'Only with these words.',
      sort: 'By what they are sorted; `at` without it.',
      desc: '`1` for the other way round.',
      from: 'How many rows to leave out before.',
      whole: '`1` for texts as a whole.',
    },
  ),
  schedule: doc('read', scheduleRoutes.schedule, 'What is planned, and which slots are open.', null, {
    from: 'The first local day, `2027-03-02`; today without it.',
    days: 'How many, at most 31; 7 without it.',
  }),
  delivery: doc('read', deliveryRoutes.delivery, 'A post on its way out, or out: what happened to it.'),
  responses: doc('read', resultsRoutes.responses, 'How a post that went out was answered.'),
  results: doc('read', resultsRoutes.results, 'What became of the posts of a period.', null, {
    days: 'Days back from now.',
    account: 'Only of the account with this id.',
  }),
  campaigns: doc('read', campaignRoutes.campaigns, 'Campaigns.'),
  campaign: doc('read', campaignRoutes.campaign, 'A campaign, and what came of it.'),
  evergreens: doc('read', evergreenRoutes.evergreens, 'Posts that come round.'),
  dates: doc('read', almanacRoutes.dates, 'Dates of the almanac.', null, {
    from: 'The first day, `2027-03-02`.',
    days: 'How many.',
  }),
  orders: doc('read', orderRoutes.orders, 'Standing orders.'),
  orderLog: doc('read', orderRoutes.log, 'What orders did and left, and why, newest first.', null, {
    order: 'Only of the order with this id.',
    before: 'Begins behind a page: the `next` of its answer.',
  }),
  recipients: doc('read', recipientRoutes.recipients, 'Whom articles are handed on to.'),

  setState: doc(
    'clip',
    readingRoutes.setState,
    'Clips, shelves or passes an article, or marks it read.',
    stateSchema,
  ),
  addQuote: doc('clip', clippingRoutes.addQuote, 'Keeps words of an article.', quoteSchema),
  editClipping: doc(
    'clip',
    clippingRoutes.editClipping,
    'Changes a clipping’s note, folder or text.',
    clippingSchema,
  ),
  workOff: doc('clip', clippingRoutes.workOff, 'Says that a clipping is done with, or not.', doneSchema),
  shelve: doc(
    'clip',
    clippingRoutes.setShelved,
    'Puts a clipping on the shelf, or takes it off.',
    shelvedSchema,
  ),
  tagArticles: doc(
    'clip',
    articleRoutes.tagArticles,
    'Puts tags on articles and takes others off.',
    tagArticlesSchema,
  ),
  capture: doc(
    'clip',
    captureRoutes.take,
    'Takes in something seen elsewhere, by an id of one’s own.',
    captureSchema,
  ),
  handOn: doc(
    'clip',
    recipientRoutes.handOn,
    'Hands an article or a clipping on to a recipient.',
    handOnSchema,
  ),

  savePost: doc(
    'write',
    postRoutes.savePost,
    'Saves a post, by an id of one’s own; version 0 makes it.',
    savePostSchema,
  ),
  removePost: doc('write', postRoutes.removePost, 'Removes a post.'),
  askReview: doc('write', postRoutes.askReview, 'Asks for a post’s review.', reviewSchema),

  place: doc('line-up', scheduleRoutes.tryPlacing, 'Where a post would go; nothing is kept.', placingSchema),
  lineUp: doc('line-up', scheduleRoutes.lineUp, 'Lines a post up, as its places were shown.', lineUpSchema),
  moveItem: doc('line-up', scheduleRoutes.moveItem, 'Moves a post in its line.', moveSchema),
  takeOut: doc('line-up', scheduleRoutes.takeOut, 'Takes a post out of a line.'),
  approve: doc('line-up', postRoutes.approve, 'Approves a post.', reviewSchema),
  sendBack: doc('line-up', postRoutes.sendBack, 'Sends a post back, with a note.', sendBackSchema),

  undo: doc('administer', peopleRoutes.undo, 'Undoes a change of the token’s person.', undoSchema),
  findFeed: doc(
    'administer',
    sourceRoutes.findFeed,
    'Finds the feed of an address; keeps nothing.',
    lookSchema,
  ),
  addSource: doc('administer', sourceRoutes.addSource, 'Adds a source.', sourceSchema),
  editSource: doc('administer', sourceRoutes.editSource, 'Changes a source.', sourceEditSchema),
  removeSource: doc('administer', sourceRoutes.removeSource, 'Removes a source.'),
  addWatch: doc('administer', watchRoutes.addWatch, 'Adds a watch.', watchSchema),
  editWatch: doc('administer', watchRoutes.editWatch, 'Changes a watch.', watchSchema),
  removeWatch: doc('administer', watchRoutes.removeWatch, 'Removes a watch.'),
  addPillar: doc('administer', peopleRoutes.addPillar, 'Adds a pillar.', pillarSchema),
  editPillar: doc('administer', peopleRoutes.editPillar, 'Changes a pillar.', pillarSchema),
  removePillar: doc('administer', peopleRoutes.removePillar, 'Removes a pillar.'),
  addCampaign: doc('administer', campaignRoutes.add, 'Adds a campaign.', campaignSchema),
  editCampaign: doc('administer', campaignRoutes.edit, 'Changes a campaign.', campaignSchema),
  removeCampaign: doc('administer', campaignRoutes.remove, 'Removes a campaign; its posts stay.'),
} satisfies Record<string, Documented>

export type Operation = keyof typeof DOCUMENTED

const byRoute = new Map<Route, Documented>(Object.values(DOCUMENTED).map((one) => [one.route, one]))

/** How a route is documented; undefined for one that programs of others may not count on. */
export const documentedOf = (route: Route): Documented | undefined => byRoute.get(route)
