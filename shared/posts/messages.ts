import type { PostMessages } from '#core/post/messages'
import { counted } from '#shared/platform/plural'
import { sayDay, speaker, type Sentences } from '#shared/platform/say'

const where = (on: string): string => (on === '' ? 'here' : `on ${on}`)
const picture = (which: number): string => (which === 0 ? 'The picture' : `Picture ${which}`)
const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`
const atMost = (most: number): string => (most === 1 ? 'one picture' : `${most} pictures`)
const noPictures = (network: string): string => `${network} shows no pictures.`
const manyPictures = (network: string, most: number): string => `${network} takes at most ${atMost(most)}.`
const noLinks = (network: string): string => `${network} shows no links.`
const pictureOrCard = (network: string): string => `${network} shows a picture or a link card, not both.`
const manyHashtags = (network: string, most: number): string => `${network} takes at most ${most} hashtags.`
const answered = (sentence: string, detail: string): string => `${sentence}${detail ? `: ${detail}` : '.'}`

/** The shapes a network shows: `2:3`, or `4:5 to 1.91:1`. */
export const sayShapes = ({ from, to }: { from: string; to: string }): string =>
  from === to ? from : `${from} to ${to}`

export const postMessages: Sentences<PostMessages> = {
  'post.too-long': ({ over, length, limit }) => `${over} too many: ${length} of ${limit}.`,
  'post.too-many-bytes': ({ bytes, network, most }) => `${bytes} bytes; ${network} takes ${most}.`,
  'post.fits': ({ length, limit }) => `Fits: ${length} of ${limit}.`,
  'post.no-comment': () => 'No line of your own yet.',
  'post.only-headline': () => 'Says only what the headline says.',
  'post.has-comment': () => 'Has a line of your own.',
  'post.same-text-refused': ({ network, days, day }) =>
    `${network} refuses the same text within ${counted(days, 'day', 'days')}; sent ${sayDay(day)}.`,
  'post.same-text-twice': ({ network, account }) =>
    `${network} refuses the same text twice: give this account or ${account} its own wording.`,
  'post.link-sent': ({ on, day }) => `This link went out ${where(on)} ${sayDay(day)}.`,
  'post.text-sent': ({ on, day }) => `Nearly the same text went out ${where(on)} ${sayDay(day)}.`,
  'post.link-waits': ({ on, day, days }) =>
    `This link went out ${where(on)} ${sayDay(day)}: it waits until ` +
    `${counted(days, 'day has', 'days have')} passed.`,
  'post.not-shared': () => 'Not shared here lately.',
  'post.link-dead': ({ detail }) => answered('The link leads nowhere', detail),
  'post.link-unreachable': ({ detail }) => answered('The link’s page does not answer', detail),
  'post.link-moved': () => 'The page has moved for good.',
  'post.link-unchecked': () => 'The link is being checked.',
  'post.link-answers': () => 'The link answers.',
  'post.short-links': ({ network }) => `${network} shows posts with short links less.`,
  'post.hashtags-left-out': ({ network, most, tags }) => `${manyHashtags(network, most)} Left out: ${tags}.`,
  'post.no-links-left-out': ({ network }) => `${noLinks(network)} The link is left out.`,
  'post.card-left-out': ({ network }) => `${pictureOrCard(network)} The link is left out.`,
  'post.choose-board': ({ network }) => `${network} files posts on boards: choose one.`,
  'post.new-board': ({ network, board }) => `${network} makes the board “${board}” as it goes out.`,
  'post.unknown-board': ({ network, board }) => `${network} names no board “${board}”: it may be refused.`,
  'post.too-long-elsewhere': ({ account, limit, over }) =>
    `Posts here also appear on ${account}, which takes ${limit}: ${over} too many.`,
  'post.twice-elsewhere': ({ accounts }) =>
    `Would appear twice on ${accounts}: posts here appear there by themselves.`,
  'post.also-elsewhere': ({ accounts }) => `Posts here also appear on ${accounts} by themselves.`,
  'post.unopened': () => 'Nobody has opened the article yet.',
  'post.mix': ({ pillar, percent, most }) =>
    `${pillar} would be ${percent}% of the posts; at most ${most}% are wanted.`,
  'post.after-good-until': () => 'It would go out after its good-until.',
  'post.date-over': ({ text, day }) => `Speaks of “${text}” (${day}), which is over when it goes out.`,
  'post.date-ends': ({ text, day }) => `Speaks of “${text}”: out of date after ${day}.`,
  'post.words-not-used': ({ words }) => `The brand does not say ${words}.`,
  'post.sent-back': () => 'Sent back; it goes out only once it is approved.',
  'post.in-review': () => 'In review; it goes out only once it is approved.',
  'post.approved': () => 'Approved.',
  'post.on-hold': () => 'On hold: nothing goes out here.',
  'post.pictures-left-out': ({ network, most, left }) =>
    [
      most === 0 ? noPictures(network) : manyPictures(network, most),
      left === 1 ? 'One is left out.' : `${left} are left out.`,
    ].join(' '),
  'post.pictures-missing': ({ network, least }) =>
    least === 1 ? `${network} needs a picture.` : `${network} needs ${least} pictures.`,
  'post.picture-suits': () => 'The picture suits.',
  'post.picture-shape': ({ picture: which, width, height, network, from, to, isCut }) => {
    const shown = sayShapes({ from, to }) + (isCut ? ' and cuts the rest.' : '.')
    return `${picture(which)} is ${width} × ${height}; ${network} shows ${shown}`
  },
  'post.picture-small': ({ picture: which, width, network, least }) =>
    `${picture(which)} is ${width} wide; ${network} wants ${least}.`,
  'post.picture-heavy': ({ picture: which, bytes, network, most }) =>
    `${picture(which)} has ${megabytes(bytes)}; ${network} takes ${megabytes(most)}, so it goes out ` +
    'compressed.',
  'post.picture-undescribed': ({ picture: which }) =>
    `${picture(which)} has no description for those who can’t see it.`,
  'left-out.no-pictures': ({ network }) => noPictures(network),
  'left-out.many-pictures': ({ network, most }) => manyPictures(network, most),
  'left-out.no-links': ({ network }) => noLinks(network),
  'left-out.picture-or-card': ({ network }) => pictureOrCard(network),
  'left-out.hashtags': ({ network, most }) => manyHashtags(network, most),
  'hashtag.by-watch': () => 'A watch that marks the article has it.',
  'hashtag.by-folder': () => 'Its source’s folder has it.',
  'hashtag.by-article': () => 'The article is about it.',
  'hashtag.saved-with': ({ tag }) => `Saved together with #${tag}.`,
  'hashtag.responses': ({ posts, responses }) =>
    `Used on ${counted(posts, 'post', 'posts')}, ${counted(responses, 'response', 'responses')} each.`,
  'hashtag.used': () => 'Used before.',
}

/** What the checks say of a post, as a sentence. */
export const sayPost = speaker(postMessages)
