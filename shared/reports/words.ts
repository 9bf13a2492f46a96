import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

const posts = (count: number): string => counted(count, 'post', 'posts')
const parts = {
  days: 'Day by day',
  accounts: 'The accounts',
  posts: 'What was answered most',
  mix: 'The mix',
  sources: 'Where it came from',
}

export const reports = inWords({
  title: 'Reports',
  help:
    'A report says what a period brought, for a client. It is made once and stays as it is; ' +
    'anybody who has its ' +
    'address can read it without signing in, until you end that address.',
  failed: 'The reports could not be fetched',
  back: 'Results',
  make: 'Make a report',
  making: 'What stands in it',
  name: 'Title',
  usualTitle: (month: string) => `Report for ${month}`,
  from: 'From',
  to: 'To',
  ready: { month: 'Last month', thisMonth: 'This month', days: 'Last 28 days', quarter: 'Last quarter' },
  opening: 'Your own words, above all else',
  openingHint: 'An empty line begins a new paragraph.',
  parts: 'Besides the figures',
  partNames: parts,
  made: 'The report is made.',
  list: 'Made so far',
  empty: 'No report has been made yet.',
  madeBy: (who: string, when: string) => `made by ${who}, ${when}`,
  madeByItself: (when: string) => `made by its timetable, ${when}`,
  mailed: (when: string) => `mailed ${when}`,
  ended: (when: string) => `address ended ${when}`,
  open: 'Open',
  pdf: 'PDF',
  csv: 'CSV',
  noPdf: 'No PDF can be made on this server: there is no browser on it. The page prints as well.',
  copy: 'Copy its address',
  end: 'End its address',
  endAsk: {
    title: 'End this report’s address?',
    detail:
      'Whoever has the address finds nothing there any more. It can’t be opened again; a new ' +
      'report can be made.',
    yes: 'End it',
    no: 'Keep it',
  },
  endedNow: 'Nobody can open the report any more.',
  remove: 'Remove',
  removeAsk: {
    title: 'Remove this report?',
    detail: 'It is removed for good, and its address with it.',
    yes: 'Remove it',
    no: 'Keep it',
  },
  removed: 'The report is removed.',
  timetable: {
    title: 'By itself',
    how: 'Made after each period ends, with what then is known, and mailed to those below.',
    every: 'When',
    choices: {
      never: 'Never',
      week: 'Each Monday: the week before',
      month: 'Each first: the month before',
    },
    mail: 'To whom',
    mailHint: 'One mail address a line. Each is asked once whether reports may come there.',
    waiting: (address: string) => `${address} has not said yes yet.`,
    noMail: 'This installation sends no mail: reports are made, and wait here.',
    next: (when: string) => `The next one is made ${when}.`,
    save: 'Save',
    saved: 'The timetable is saved.',
    onlyOwner: 'Only the owner of a brand changes this.',
    titleOf: {
      week: (from: string) => `The week from ${from}`,
      month: (month: string) => `Report for ${month}`,
    },
  },
  letter: (brand: string, title: string, address: string, opening: string, facts: string) => ({
    subject: `${brand}: ${title}`,
    text: [
      ...(opening === '' ? [] : [opening]),
      facts,
      `The whole report: ${address}`,
      `You get this because you agreed to reports of ${brand}. To get no more, tell whom you know there.`,
    ].join('\n\n'),
  }),
  letterFacts: (sent: number, answers: number | null, clicks: number | null) =>
    [
      posts(sent),
      ...(answers === null ? [] : [counted(answers, 'answer', 'answers')]),
      ...(clicks === null ? [] : [counted(clicks, 'click', 'clicks')]),
    ].join(', '),
  mailFailed: 'The mail server did not take it.',
  page: {
    notTold: '–',
    period: (from: string, to: string) => `${from} – ${to}`,
    parts,
    facts: {
      sent: 'posts',
      perPost: 'responses a post',
      answers: 'answers',
      clicks: 'clicks',
      followers: 'followers',
    },
    against: (change: string, before: string) => `${change} against ${before} before`,
    between: (low: string, high: string) => `${low} to ${high}, nine times in ten`,
    tooYoung: 'no post is old enough yet',
    change: (change: string) => `${change} in this time`,
    young: (count: number) =>
      `${posts(count)} ${count === 1 ? 'was' : 'were'} less than three days old when this was ` +
      'made; they will get more.',
    onDay: (day: string, count: number, responses: number | null) =>
      `${day}: ` +
      `${posts(count)}${responses === null ? '' : `, ${counted(responses, 'response', 'responses')}`}`,
    daysSentence: (day: string, responses: string, count: number) =>
      `Responses by the day a post went out. Most came to what went out on ${day}: ${responses}, ` +
      `to ${posts(count)}.`,
    daysNone: 'No responses were told of in this time.',
    accountHead: ['Account', 'Posts', 'Answers', 'Clicks', 'Followers'],
    goneAccount: 'an account removed since',
    answers: (count: number) => counted(count, 'answer', 'answers'),
    clicks: (count: number) => counted(count, 'click', 'clicks'),
    answersNotTold: 'answers not told',
    there: 'see it there',
    postsNone: 'Nothing went out in this time.',
    postsHow: (count: number) =>
      `The ${posts(count)} with most answers and clicks, counted until this was made.`,
    mixHead: ['Pillar', 'Posts', 'Part of all'],
    noPillar: 'no pillar',
    own: (own: number, of: number) =>
      `Own news: ${own} of ${posts(of)}, ${Math.round((own / Math.max(1, of)) * 100)}%.`,
    sourceHead: ['Source', 'Articles', 'Posts', 'Responses'],
    sourcesNone: 'No post of this time was about an article of a source.',
    made: (when: string) => `Made ${when}.`,
    how:
      'Answers are likes, reshares, replies and quotes as the networks told them; clicks are ' +
      'people who followed ' +
      'a link, machines left out. Where a network tells nothing there is a dash, never a nought.',
    pdf: 'As PDF',
    csv: 'As a table (CSV)',
    csvHead: ['Text', 'Account', 'Sent', 'Pillar', 'Answers', 'Clicks', 'Address'],
  },
})
