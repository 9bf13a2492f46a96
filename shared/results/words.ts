import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

export const shortLink = inWords({
  title: 'Clicks on its link',
  none: 'Nobody has followed it yet.',
  clicks: (count: number) => counted(count, 'person', 'people'),
  repeats: (count: number) => `${counted(count, 'click', 'clicks')} more from the same browsers`,
  how:
    'Counted once a day for each browser; machines are left out as far as they can be told. Nothing about ' +
    'a person is kept.',
  sites: 'From where',
  noSite: 'no site named',
  devices: 'On what',
  deviceNames: { computer: 'a computer', phone: 'a phone', tablet: 'a tablet', '': 'not told' },
  people: 'People',
  leads: 'It leads to',
  repoint: 'Lead it elsewhere',
  target: 'New address',
  save: 'Lead it there',
  repointed: 'The link leads elsewhere now.',
  qr: 'QR code',
  svg: 'as SVG',
  png: 'as PNG',
})

const posts = (count: number): string => counted(count, 'post', 'posts')

export const results = inWords({
  title: 'Results',
  toReports: 'Reports',
  /** Where a network tells nothing: never a nought. */
  notTold: '–',
  period: 'Period',
  periods: { '28': '28 days', '91': 'Quarter', '365': 'Year' },
  account: 'Account',
  allAccounts: 'All accounts',
  measure: 'What counts as a response',
  measures: { responses: 'Answers and clicks', answers: 'Answers alone', clicks: 'Clicks alone' },
  range: (from: string, to: string) => `${from} – ${to}`,
  failed: 'The results could not be fetched',
  empty: {
    title: 'Nothing went out in this period',
    detail: 'What readers do with your posts is shown here from the first one on.',
    toSchedule: 'To the schedule',
  },
  before: { '28': 'The 28 days', '91': 'The quarter', '365': 'The year' },
  noBefore: (period: string) =>
    `${period} before can’t be compared: the first post went out after its beginning.`,
  young: (count: number) =>
    `${posts(count)} ${count === 1 ? 'is' : 'are'} too young to be compared: ` +
    'each is judged by its first three days.',
  uncounted: (count: number) =>
    `Of ${posts(count)} nothing was counted in those days: left out of all comparisons.`,
  trouble: (name: string, text: string) => `${name} told nothing the last time it was asked: ${text}`,
  untold: (name: string) => `${name} has told of no responses so far; its posts are judged by clicks alone.`,
  facts: {
    sent: 'sent',
    answers: 'answers',
    clicks: 'clicks',
    perPost: { responses: 'responses a post', answers: 'answers a post', clicks: 'clicks a post' },
    followers: 'followers',
    own: 'own news',
    before: (change: string, before: number) => `${change} against ${before.toLocaleString('en')} before`,
    nothingBefore: 'not told before',
    between: (low: string, high: string, count: number) => `${low} to ${high}, from ${posts(count)}`,
    perPostBefore: (low: string, high: string) => `before: ${low} to ${high}`,
    noneYet: 'no post is old enough yet',
    noShortLinks: 'no short links went out',
    noFollowers: 'not told by these networks',
    oneReading: 'read once so far',
    change: (change: string) => `${change} in this period`,
    ceiling: (percent: number) => `ceiling ${percent}%`,
    ownOf: (own: number, of: number) => `${own} of ${posts(of)}`,
  },
  chart: {
    asTable: 'Show the figures as a table',
    asChart: 'Show the drawing',
    save: (title: string) => `Save “${title}” as a file`,
    as: (kind: string) => `As ${kind}`,
  },
  hours: {
    title: 'When readers answer',
    none: 'No post of this period is old enough to tell.',
    names: { weekdays: 'Weekdays', weekend: 'Weekend' },
    on: { weekdays: 'On weekdays', weekend: 'At weekends' },
    posts,
    sentence: (on: string, time: string, mean: string, low: string, high: string, count: number) =>
      `${on}, posts sent about ${time} get most: ${mean} (${low} to ${high}), by ${posts(count)}.`,
    slot: 'a slot of the timetable',
    band: 'nine times in ten within; where the line breaks, nothing went out',
    ribbon: 'The ribbon is shaded most at the hours when the readers of all accounts answer.',
    suggested: 'a suggested time',
    toSuggested: 'Suggested times',
    head: ['Days', 'Sent at', 'Mean', 'Low', 'High', 'Posts within an hour'],
  },
  times: {
    title: 'Suggested times',
    back: 'Results',
    of: (name: string) => `Suggested times of ${name}`,
    failed: 'The suggested times could not be worked out',
    take: 'Take these times',
    taken: 'The timetable has these times now.',
    onlyOwner: 'Only the owner of a brand changes its timetables.',
    toTimetable: 'Timetable',
    wish: 'What to look for',
    count: 'Posts a day',
    asNow: 'as many as now',
    gap: 'At least apart',
    gapOf: (minutes: number) =>
      minutes < 60 ? `${minutes} minutes` : counted(minutes / 60, 'hour', 'hours'),
    from: 'From',
    to: 'To',
    badTime: 'A time is written as 07:30.',
    names: { weekdays: 'Weekdays', weekend: 'Weekend' },
    takeKind: { weekdays: 'Take them on weekdays', weekend: 'Take them at weekends' },
    now: 'Now',
    noSlots: 'no slots',
    then: 'Suggested',
    each: (time: string, expected: string, low: string, high: string) =>
      `${time}: ${expected} (${low} to ${high})`,
    chance: (part: number) =>
      part < 0.01 ? 'in fewer than 1 of 100 cases' : `in ${Math.round(part * 100)} of 100 cases`,
    better: (then: string, now: string, more: string, week: string, chance: string) =>
      `A post is expected to get ${then} there, against ${now} now: ${more}, about ${week} ` +
      `responses more a week. Chance alone shows as much ${chance}.`,
    tooFew: (then: string, now: string, chance: string) =>
      `It looks like ${then} a post against ${now}, but chance alone shows as much ${chance}: too ` +
      'few posts to say.',
    needed: (count: number) =>
      `If it goes on like this, about ${counted(count, 'more post', 'more posts')} would tell.`,
    asGood: 'The slots there are do as well as any other times that are known.',
    same: 'These are the slots there are.',
    none: 'Too few posts to say anything: it takes six on such days, sent within these hours.',
    by: (count: number) => `By ${posts(count)}.`,
    how: (days: number) =>
      `By what posts of the last ${days} days got within their first three days. The best set together is ` +
      'sought, not the best hours one by one, among hours at which something went out. What the ' +
      'choice of the best makes it look better is taken off.',
    before: (count: number) =>
      `Few posts of its own so far: ${posts(count)} of before it was connected count too, so ` +
      'answers alone count.',
    moves: 'What this moves',
    movesNothing: 'Choose days whose times to take.',
  },
  standing: {
    title: 'What stands out',
    sentence: (best: number, weakest: number) =>
      best + weakest === 0
        ? 'No post is so far from what its account usually gets that it is not chance.'
        : `${posts(best)} above, ${weakest} below what their accounts usually get; each is so nine times ` +
          'in ten.',
    best: 'Worked: send again in other words',
    weakest: 'Got little: reword, or let go',
    noBest: 'None is surely above the usual.',
    noWeakest: 'None is surely below the usual.',
    again: 'Send again',
    reword: 'Reword',
    ratio: (value: string) => `${value} times the usual`,
    sure: (chance: number) => `${Math.min(99, Math.floor(chance * 100))} of 100 sure`,
    head: ['Post', 'Sent', 'Responses', 'Times the usual', 'Low', 'High', 'Above the usual, of 100'],
  },
  mix: {
    title: 'The mix',
    sentence: (over: string[]) =>
      over.length === 0 ? 'No pillar is above its ceiling.' : `Above the ceiling: ${over.join(', ')}.`,
    noCeilings: 'No account has a ceiling for a pillar.',
    none: 'no pillar',
    own: (share: string, own: number, of: number) =>
      `Own news: ${share} of what went out, ${own} of ${posts(of)}.`,
    ownNext: (own: number, of: number) => `In the next seven days: ${own} of ${posts(of)}.`,
    head: ['Pillar', 'Sent', 'Share', 'In the next seven days', 'Share then', 'Ceiling'],
    short: ['Pillar', 'Sent', 'Next 7 days', 'Ceiling'],
  },
  week: {
    title: 'Week by hour',
    none: 'No post of this period is old enough to tell.',
    days: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'],
    cell: (day: string, time: string, mean: string, count: number) =>
      `${day} ${time}: ${mean} a post, ${posts(count)}`,
    sentence: (day: string, time: string, mean: string, count: number) =>
      `Best so far: ${day} ${time}, ${mean} a post by ${posts(count)}. Few posts a square: no rule.`,
    single: 'No hour of the week has had two posts yet: a trace, not a rule.',
    how: 'A larger square: more responses a post. Paler: a single post.',
    head: ['Day', 'Hour', 'Posts', 'Responses', 'A post'],
  },
  groups: {
    title: 'What they answer to',
    detail: 'against what their accounts’ posts usually get, nine times in ten within the bar',
    choose: 'Tell posts apart by',
    by: {
      pillar: 'By pillar',
      source: 'By source',
      watch: 'By watch',
      opening: 'By first words',
      picture: 'By picture',
      length: 'By length',
      hashtags: 'By hashtags',
      link: 'By where the link stands',
      wording: 'By wording',
    },
    names: {
      pillar: {},
      source: {},
      watch: {},
      opening: { question: 'Begins with a question', statement: 'Begins with a statement' },
      picture: { with: 'With a picture', without: 'Without a picture' },
      length: { short: 'Under 120 characters', middle: '120 to 220 characters', long: 'Over 220 characters' },
      hashtags: { none: 'No hashtag', few: 'One or two hashtags', many: 'Three hashtags or more' },
      link: {
        'in-text': 'Link in the text',
        attached: 'Link attached',
        reply: 'Link in the first reply',
        button: 'Link behind the picture',
        none: 'No link',
      },
      wording: { first: 'First wording', other: 'Another wording', echo: 'Sent again' },
    } as Record<string, Record<string, string>>,
    none: { pillar: 'No pillar', source: 'No source', watch: 'Marked by no watch' },
    verdicts: { better: 'above the rest', worse: 'below the rest' },
    tooFew: 'too few to say',
    noDifference: 'like the rest',
    nothing: 'There are not two kinds of posts to compare yet.',
    alike: 'No difference shows among these.',
    notYet: (name: string, needed: number) =>
      `Too few to say which is better. If it goes on like this, “${name}” takes about ` +
      `${needed} more posts to tell.`,
    told: (name: string, isBetter: boolean, value: string, low: string, high: string) =>
      `${name}: ${value} times the usual (${low} to ${high}), ${isBetter ? 'above' : 'below'} the rest.`,
    tick: (value: number) => (value === 1 ? 'as usual' : value < 1 ? `1/${1 / value}` : `×${value}`),
    head: [
      'Group',
      'Posts',
      'Responses',
      'Times the usual',
      'Low',
      'High',
      'Verdict',
      'Posts needed to tell',
    ],
  },
  posts: {
    title: 'Posts',
    sentence: (count: number) => `${posts(count)}, each with all that was counted until now.`,
    latest: (shown: number, all: number) =>
      `The latest ${shown.toLocaleString('en')} of ${posts(all)}, each with all that was counted until now.`,
    search: 'Words or a source',
    pillar: 'Pillar',
    anyPillar: 'Every pillar',
    noneFound: 'No post of this period fits that.',
    post: 'Post',
    account: 'Account',
    source: 'Source',
    noSource: 'none',
    goneAccount: 'a removed account',
    columns: { at: 'Sent', answers: 'Answers', clicks: 'Clicks', views: 'Seen' },
    noShortLink: 'It went out without a short link.',
    parts: (likes: number | null, reshares: number | null, replies: number | null, quotes: number | null) =>
      (
        [
          [likes, 'like', 'likes'],
          [reshares, 'reshare', 'reshares'],
          [replies, 'reply', 'replies'],
          [quotes, 'quote', 'quotes'],
        ] as const
      )
        .flatMap(([count, one, other]) => (count === null ? [] : [counted(count, one, other)]))
        .join(', '),
    all: (count: number) => `Show all ${count}`,
    fewer: 'Show fewer',
    head: [
      'Post',
      'Account',
      'Sent',
      'Source',
      'Likes',
      'Reshares',
      'Replies',
      'Quotes',
      'Answers',
      'Clicks',
    ],
  },
  followers: {
    title: 'Followers',
    none: 'No network of these accounts tells how many follow.',
    sentence: (name: string, last: number, change: string) =>
      `${name} ${last.toLocaleString('en')} (${change}).`,
    only: (name: string, last: number) => `${name} ${last.toLocaleString('en')}, read once so far.`,
    head: ['Account', 'Day', 'Followers'],
  },
  sources: {
    title: 'Which sources earn their place',
    none: 'No source brought an article in this period.',
    sentence: (used: number, idle: number) =>
      `${counted(used, 'source', 'sources')} led to posts; ${idle} brought articles and led to none.`,
    own: 'own',
    by: 'Ranked',
    ways: { source: 'By source', folder: 'By folder' },
    named: { source: 'Source', folder: 'Folder' },
    noFolder: 'in no folder',
    head: ['Articles', 'Clipped', 'Posts', 'Likes', 'Reshares', 'Responses'],
  },
  onPost: {
    title: 'How it was answered',
    none: 'It has not been read there yet.',
    untold: 'This network tells of no responses.',
    gone: 'It is not there any more; what was counted before stays.',
    over: 'Its thirty days are over; it is not read any more.',
    next: (when: string) => `Read again ${when}.`,
    after: (hours: number) => (hours < 24 ? `${hours} h` : counted(hours / 24, 'day', 'days')),
    gap: (when: string) => `${when}: the network told nothing`,
    answers: (count: number) => counted(count, 'answer', 'answers'),
    usual: (low: string, high: string, count: number) =>
      `Posts of this account get ${low} to ${high} within three days (${posts(count)}).`,
    first: (count: number) => `It got ${count} within three days.`,
    followers: (count: string) =>
      `About ${count} followed when it went out. The network does not say how many saw it: at first hand ` +
      'no more than those.',
    others: 'The other times it went out',
    otherHead: ['Where', 'Sent', 'Words', 'Answers', 'Clicks'],
    sameWords: 'the same words',
    otherWords: 'other words',
    echo: 'sent again',
    stillYoung: 'under three days old',
    said: 'What people said',
    keptFor: 'Kept for 30 days.',
    there: 'Answer there',
    head: ['Read', 'Likes', 'Reshares', 'Replies', 'Quotes', 'Answers'],
    sentence: (count: number, gaps: number) =>
      [
        counted(count, 'reading', 'readings'),
        ...(gaps === 0 ? [] : [`${counted(gaps, 'gap', 'gaps')} where the network told nothing`]),
      ].join(', '),
  },
})
