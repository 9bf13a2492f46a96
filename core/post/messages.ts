/**
 * What the checks say of a post, why something is left out of it, and why a hashtag is offered, by code.
 * `network`: its name. `day`: a local day, `YYYY-MM-DD`. `on`: the account it went out on, empty for the same
 * one. `picture`: which one, from 1, or 0 for the only one.
 */
export interface PostMessages {
  'post.too-long': { over: number; length: number; limit: number }
  'post.too-many-bytes': { bytes: number; network: string; most: number }
  'post.fits': { length: number; limit: number }
  'post.no-comment': object
  'post.only-headline': object
  'post.has-comment': object
  'post.same-text-refused': { network: string; days: number; day: string }
  'post.same-text-twice': { network: string; account: string }
  'post.link-sent': { on: string; day: string }
  'post.text-sent': { on: string; day: string }
  'post.link-waits': { on: string; day: string; days: number }
  'post.not-shared': object
  'post.link-dead': { detail: string }
  'post.link-unreachable': { detail: string }
  'post.link-moved': object
  'post.link-unchecked': object
  'post.link-answers': object
  'post.short-links': { network: string }
  'post.hashtags-left-out': { network: string; most: number; tags: string }
  'post.no-links-left-out': { network: string }
  'post.card-left-out': { network: string }
  'post.choose-board': { network: string }
  'post.new-board': { network: string; board: string }
  'post.unknown-board': { network: string; board: string }
  'post.too-long-elsewhere': { account: string; limit: number; over: number }
  'post.twice-elsewhere': { accounts: string }
  'post.also-elsewhere': { accounts: string }
  'post.unopened': object
  'post.mix': { pillar: string; percent: number; most: number }
  'post.after-good-until': object
  'post.date-over': { text: string; day: string }
  'post.date-ends': { text: string; day: string }
  'post.words-not-used': { words: string }
  'post.sent-back': object
  'post.in-review': object
  'post.approved': object
  'post.on-hold': object
  'post.pictures-left-out': { network: string; most: number; left: number }
  'post.pictures-missing': { network: string; least: number }
  'post.picture-suits': object
  'post.picture-shape': {
    picture: number
    width: number
    height: number
    network: string
    from: string
    to: string
    isCut: number
  }
  'post.picture-small': { picture: number; width: number; network: string; least: number }
  'post.picture-heavy': { picture: number; bytes: number; network: string; most: number }
  'post.picture-undescribed': { picture: number }
  'left-out.no-pictures': { network: string }
  'left-out.many-pictures': { network: string; most: number }
  'left-out.no-links': { network: string }
  'left-out.picture-or-card': { network: string }
  'left-out.hashtags': { network: string; most: number }
  'hashtag.by-watch': object
  'hashtag.by-folder': object
  'hashtag.by-article': object
  'hashtag.saved-with': { tag: string }
  'hashtag.responses': { posts: number; responses: number }
  'hashtag.used': object
}
