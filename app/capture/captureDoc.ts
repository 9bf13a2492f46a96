import { quoteOf } from '#core/post/quote'
import type { CaptureView } from '#shared/capture/types'
import type { Account } from '#shared/networks/types'
import type { Brand } from '#shared/people/types'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc } from '#shared/posts/types'
import type { ArticleFull } from '#shared/reading/types'
import { docOfArticle } from '~/posts/postDocs'

interface Given {
  accounts: Account[]
  isUsual: (account: Account, stated?: string[] | null) => boolean
  pillars: string[]
  brand: Brand
}

/**
 * What a post about something captured begins with: its link and title, and the selected words as a quotation
 * in the brand's own marks. A page that is an article of the brand's begins as a post about the article.
 */
export function docOfCapture(view: CaptureView, article: ArticleFull | null, given: Given): PostDoc {
  const { url, title, words } = view.captured
  const doc = article
    ? docOfArticle(article, given)
    : {
        ...emptyDoc(),
        clippingIds: [view.id],
        accounts: given.accounts.map((account) => emptyPart(account.id, given.isUsual(account))),
      }
  return {
    ...doc,
    link: url,
    linkTitle: title || doc.linkTitle,
    // What stands on no page is one's own.
    wordings: [{ text: url === null ? words : quoteOf(words, given.brand.language), pictureId: null }],
  }
}
