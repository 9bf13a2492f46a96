import { inWords } from '#shared/platform/language'

/** The product's own words, each explained in a sentence: behind `?`, and on the screens they name. */
export const glossary = inWords({
  title: 'Words',
  whatIsThis: 'What is this?',
  words: {
    Wire: 'Where new articles from your sources arrive, to be read and decided about.',
    clip: 'To keep an article, or words from it, to write about. What you kept is a clipping.',
    shelf: 'Clippings for later, with no date.',
    pass: 'To say no to an article.',
    watch: 'Words you look for: it marks the articles that have them and gathers them.',
    Desk: 'Where posts are written, checked and approved.',
    wording: 'Another main text of the same post, used when it is sent again.',
    proof: 'A post exactly as one account will show it, with its length.',
    pillar: 'The kind of content a post is, such as news or explainers. Slots and limits go by pillar.',
    slot: 'A time in an account’s timetable at which a post can go out.',
    line: 'An account’s posts in order, waiting for slots. To line a post up is to put it there.',
    plan: 'Which post gets which slot. It is worked out again whenever something changes.',
    ribbon: 'The next seven days at the top of every screen: what goes out when, and what is open.',
    echo: 'The same post, sent again later.',
    hold: 'While something is on hold, nothing of it goes out.',
    preflight: 'The checks a post passes before it can be lined up.',
    'Day sheet': 'What needs you today, and what goes out.',
  },
} as const)

export const screenHelp = inWords({
  day:
    'What needs you comes first: posts that did not go out, accounts that are refused, posts to ' +
    'review. Beside it is what goes out today.',
  clippings:
    'A clipping is an article, or words from one, that you kept to write about. Once a post made ' +
    'from it is lined up, it moves to Done. The shelf is for later, with no date.',
  desk:
    'Posts being written or in review. A proof shows a post as one account will show it; a wording ' +
    'is another text for when it is sent again.',
  evergreens:
    'An evergreen is a post that may return for ever: it fills the slots kept for its pillar, in turn with ' +
    'the others, and its wordings in turn. A pool is a pillar’s evergreens on one account.',
  schedule:
    'Each account has a timetable of slots and a line of posts waiting for them. The plan gives ' +
    'each post the next slot it may take, and is worked out again whenever something changes.',
  results:
    'Answers are likes, reshares, replies and quotes, as each network tells them; clicks are those of ' +
    'people on short links. Posts are compared by their first three days, each with its own account alone.',
})
