import { almanacRoutes } from '#shared/almanac/routes'
import { clippingRoutes } from '#shared/clippings/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { LocationQuery } from 'vue-router'
import type { ArticleFull } from '#shared/reading/types'
import type { Clipping } from '#shared/clippings/types'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import { useDraftOrigins } from '~/drafting/draftOrigins'
import { linkOf } from './postActions'
import { docForCampaign, docForDay, docOfArticle, docOfClippings, docOfPost } from './postDocs'
import type { PostEditor } from './usePostEditor'
import { useUsualAccounts } from './useUsualAccounts'
import { useDeskStore } from './deskStore'

/**
 * What a post on the Desk is made from: the post of an address, or a new one from an article, clippings,
 * another post, or nothing.
 */
export function useWritingSource(editor: PostEditor) {
  const { isUsual } = useUsualAccounts()
  const brand = useBrandStore()
  const desk = useDeskStore()
  const clock = useClockStore()
  const origins = useDraftOrigins()
  const article = shallowRef<ArticleFull | null>(null)
  const clippings = shallowRef<Clipping[]>([])
  const failed = shallowRef<unknown>(null)

  const asked = (query: LocationQuery, name: string): string =>
    typeof query[name] === 'string' ? query[name] : ''

  async function load(id: string, query: LocationQuery): Promise<void> {
    editor.close()
    failed.value = null
    article.value = null
    clippings.value = []
    try {
      await (id === 'new' ? loadNew(query) : loadKnown(id))
    } catch (error) {
      failed.value = error
    }
  }

  async function loadKnown(id: string): Promise<void> {
    const post = await desk.open(id)
    editor.open(post)
    clippings.value = post.clippings
    article.value = post.article
    origins.put(post.id, post.draft)
  }

  async function loadNew(query: LocationQuery): Promise<void> {
    const [articleId, from, kept] = [asked(query, 'article'), asked(query, 'post'), asked(query, 'clippings')]
    if (from) {
      const after = Number(asked(query, 'after') || -1)
      return editor.begin(
        docOfPost(await desk.open(from), Number.isInteger(after) ? after : -1),
        `post ${from}`,
      )
    }
    if (kept) {
      const ids = kept.split(',')
      const { clippings: all } = await brand.call(clippingRoutes.clippings)
      clippings.value = all.filter((item) => ids.includes(item.id))
      return editor.begin(docOfClippings(clippings.value), `clippings ${kept}`)
    }
    const date = asked(query, 'day')
    if (date) return beginForDay(date, asked(query, 'title'), asked(query, 'of') || null)
    const campaign = brand.view?.campaigns.find(({ id }) => id === asked(query, 'campaign'))
    if (campaign && !articleId)
      return editor.begin(docForCampaign(campaign, brand.view?.accounts ?? []), `campaign ${campaign.id}`)
    if (!articleId) return beginFromNothing(asked(query, 'account'), linkOf(asked(query, 'link')))
    const full = await brand.call(readingRoutes.article, { id: articleId })
    article.value = full
    if (full.draft) {
      clippings.value = full.draft.clippings
      void origins.find(full.draft.id)
      return editor.open(full.draft)
    }
    const pillars = (brand.view?.pillars ?? []).map(({ id }) => id)
    editor.begin(
      docOfArticle(full, {
        accounts: brand.view?.accounts ?? [],
        isUsual,
        pillars,
        brand: brand.view?.brand,
      }),
      full.id,
    )
  }
  /** A post for a date of the almanac: with its prompt, and due on that day. */
  async function beginForDay(date: string, title: string, of: string | null): Promise<void> {
    const dates = await brand.call(almanacRoutes.dates, { query: { from: date, days: 1 } })
    const found = dates.find((one) => one.date === date && one.title === title && one.of === of)
    const doc = docForDay(found ?? { date, title, of, prompt: '', url: null, pillarId: null }, {
      pillars: brand.view?.pillars ?? [],
      zone: brand.view?.brand.zone ?? 'UTC',
      now: clock.now,
    })
    editor.begin(doc, `day ${date} ${title} ${of ?? ''}`)
  }
  /**
   * A post of one's own; for one account where a slot of it was chosen, about a page where its address is
   * known.
   */
  function beginFromNothing(accountId: string, link: string | null): void {
    const accounts = (brand.view?.accounts ?? []).map(({ id }) => emptyPart(id, id === accountId))
    if (accountId) editor.begin({ ...emptyDoc(), accounts }, `slot of ${accountId}`)
    else editor.begin({ ...emptyDoc(), link }, link ? `link ${link}` : 'nothing')
  }
  return { article, clippings, failed, load }
}
