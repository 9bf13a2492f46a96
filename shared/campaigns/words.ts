import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'
import type { CampaignCounts } from './types'

const posts = (count: number): string => counted(count, 'post', 'posts')

export const campaigns = inWords({
  title: 'Campaigns',
  help: 'Posts that serve one aim between two days: what went out, what is planned, and what could serve.',
  back: 'Schedule',
  backToAll: 'All campaigns',
  add: 'New campaign',
  newTitle: 'New campaign',
  editTitle: 'Campaign',
  none: 'No campaign',
  setFor: 'Set campaign …',
  failed: 'Campaigns can’t be shown',
  empty: {
    title: 'No campaigns yet',
    detail: 'For a launch, a fair, a season: say what it is for and from when to when, and give posts to it.',
  },
  shelves: { now: 'Going on', coming: 'To come', over: 'Over' },
  from: (from: string) => `from ${from}`,
  between: (from: string, to: string) => `${from} – ${to}`,
  endedOn: (day: string) => `ended ${day}`,
  noPosts: 'no posts yet',
  counts: ({ sent, planned, written }: CampaignCounts): string =>
    [
      sent > 0 ? `${sent} sent` : '',
      planned > 0 ? `${planned} planned` : '',
      written > 0 ? `${written} being written` : '',
    ]
      .filter(Boolean)
      .join(' · '),
  ofWanted: (have: number, wanted: number) => `${have} of ${posts(wanted)}`,
  share: (own: number, all: number, wanted: number | null) =>
    `${Math.round((100 * own) / all)}% of ${counted(all, 'sending', 'sendings')} in its days` +
    (wanted === null ? '' : `; ${wanted}% wanted`),
  fields: {
    name: 'Name',
    aim: 'Aim',
    aimHint: 'What it is for, in a sentence or two.',
    from: 'First day',
    to: 'Last day',
    toHint: 'Leave it empty while the end is open.',
    words: 'Words',
    wordsHint: 'What it is about, commas between. Articles and clippings with them are offered.',
    moreWords: 'More words',
    moreWordsHint: 'What belongs to it besides.',
    postsWanted: 'Number of posts',
    shareWanted: 'Share of all posts, in percent',
    shareHint: 'Of what goes out in its days.',
    ink: 'Ink',
    mark: 'Name in link marks',
    markHint: 'Stands as the campaign where links carry marks, in place of what the link rule says.',
    hashtags: 'Hashtags',
  },
  usual: 'Posts given to it start with these, where nothing else is chosen yet.',
  planned: 'Planned',
  nothingPlanned: 'Nothing of it stands in line.',
  afterEnd: 'after its last day',
  afterEndCount: (count: number) =>
    `${posts(count)} still ${count === 1 ? 'stands' : 'stand'} in line after its last day.`,
  all: 'All its posts',
  write: 'Write a post',
  results: 'What came of it',
  nothingSent: 'Nothing of it went out yet.',
  sendings: (count: number) => counted(count, 'sending', 'sendings'),
  answers: (count: number) => counted(count, 'answer', 'answers'),
  noAnswers: 'no network told of answers yet',
  clicks: (count: number) => counted(count, 'click', 'clicks'),
  serve: {
    title: 'Could serve',
    detail: 'Clippings, and articles of the last 60 days, that hold its words and that no post was made of.',
    none: 'Nothing holds its words at the moment.',
    noWords: 'Give it words, and articles and clippings with them are offered here.',
    clippings: 'Clippings',
    articles: 'Articles',
  },
  end: {
    act: 'End it',
    goOn: 'Let it go on',
    title: (name: string) => `End ${name}?`,
    detail: 'It is over then; what went out for it stays counted.',
    stillPlanned: (count: number) =>
      `${posts(count)} of it ${count === 1 ? 'stands' : 'stand'} in line. Taken out, they wait on the Desk.`,
    comeRound: (count: number) => `${posts(count)} of it ${count === 1 ? 'comes' : 'come'} round.`,
    takeOut: 'Take out what is planned, and put to rest what comes round',
    yes: 'End it',
    no: 'Not now',
    done: (name: string) => `${name} ended.`,
    wentOn: (name: string) => `${name} goes on.`,
  },
  onMonth: 'Campaigns',
})
