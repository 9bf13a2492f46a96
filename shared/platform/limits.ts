/**
 * Every limit of the product, in one place, with its unit. Yup schemas, services and screens read them from
 * here.
 */
export const LIMITS = Object.freeze({
  /** Characters of a main text; more than any network takes, so that pasting never loses anything. */
  postText: 20_000,
  /** Characters of names and labels. */
  name: 120,
  /** Characters of an address. */
  address: 2_000,
  /** Characters of whom to credit on a network. */
  handle: 200,
  /** Characters of the words a source leaves out. */
  leaveOut: 1_000,
  /** Characters of a quote that is kept. */
  quote: 5_000,
  /** Characters of a watch's query. */
  query: 20_000,
  /** Words and phrases of a query: one of more takes seconds for each look. */
  queryWords: 1_000,
  /** Tags that a watch, a source or a change names at once, and characters of one. */
  tags: 30,
  tagName: 60,
  /** Characters of a file of sources, and how many of its sources are taken. */
  opmlCharacters: 2_000_000,
  opmlSources: 5_000,
  /** Articles in one page of the Wire. */
  wirePage: 60,
  /** Slots of one account's week. */
  slots: 200,
  /** Slots of a single day that differs. */
  daySlots: 24,
  /** Articles times tags that are put on or taken off at once. */
  tagsTimesArticles: 2_500,
  /** Things that are changed at once. */
  atOnce: 500,
  /** Values in one request, and how deep they may lie in each other. */
  bodyValues: 10_000,
  bodyDepth: 12,
  /** Bytes of a request's body: of one that needs no sign-in, of any other, of one with a file of sources. */
  publicBytes: 16 * 1024,
  bodyBytes: 1024 * 1024,
  opmlBytes: 2.5 * 1024 * 1024,
  /** Bytes of something captured: a page as a browser shows it, with what was selected. */
  captureBytes: 4 * 1024 * 1024,
  /** Characters of a selection or title that are taken in; the beginning of it is kept. */
  captureCharacters: 1_000_000,
  /** Characters of a clipping's own text. */
  clippingText: 300_000,
  /** Bytes of a PDF, and pages of it that are read. */
  pdfBytes: 20_000_000,
  pdfPages: 400,
  /** A list of what was saved elsewhere: bytes and characters of its file, rows taken, columns of a table. */
  listBytes: 10 * 1024 * 1024,
  listCharacters: 6_000_000,
  listRows: 20_000,
  listColumns: 99,
  campaignPosts: 10_000,
  /** Filters of the Schedule that a brand keeps. */
  sheetFilters: 40,
  /** Days of one's own in a brand's almanac, places and calendars of it, days it is asked for at once. */
  almanacEntries: 200,
  almanacPlaces: 12,
  almanacCalendars: 20,
  almanacDays: 400,
  /** Characters of a rule, of a prompt and of a date's title; steps of a run-up. */
  rule: 500,
  prompt: 2_000,
  dateTitle: 300,
  runUp: 8,
  /** Characters of a calendar that is read, and dates of one that are kept. */
  calendarCharacters: 5_000_000,
  calendarDates: 5_000,
  /** Posts of one file, pictures that come along with it, and those of a file's rows shown at once. */
  batchRows: 10_000,
  batchPictures: 500,
  batchPage: 100,
  /** Bytes of a ZIP of posts and pictures that a browser opens, and of all that is in it. */
  zipBytes: 200_000_000,
  zipContent: 400_000_000,
  /**
   * An archive of a brand: its bytes, files in it, rows of one part, rows of one with pictures, characters of
   * a part, and bytes of all pictures of one; rows left out that are told.
   */
  archiveBytes: 4_000_000_000,
  archiveFiles: 200_000,
  archivePartRows: 1_000,
  archivePictureRows: 8,
  archivePartCharacters: 12_000_000,
  archivePartPictures: 100_000_000,
  archiveFaults: 100,
  /** Days of one account that differ from its week, and echoes of one post. */
  exceptions: 200,
  echoes: 12,
  /** Hashtags of one post. */
  hashtags: 30,
  buttonLabel: 30,
  /** Bytes of an answer from outside, after decompression. */
  responseBytes: 10 * 1024 * 1024,
  /** Bytes of a page that is looked at for its links or its card, and of what a network answers. */
  pageBytes: 3 * 1024 * 1024,
  networkBytes: 2 * 1024 * 1024,
  /** Bytes of a picture passed on to the browser. */
  pictureBytes: 5 * 1024 * 1024,
  /** Bytes and pixels of a picture that is taken for a post, and the longest side it is kept with. */
  uploadBytes: 15_000_000,
  picturePixels: 40_000_000,
  pictureSide: 3_000,
  /** Pictures and wordings of one post. */
  postPictures: 10,
  wordings: 6,
  /** Sites of a brand's own. */
  ownSites: 20,
  /** Mail addresses that a brand's notices go to. */
  tellMail: 10,
  /** Bytes of one mail that a mailing list sends. */
  mailBytes: 10 * 1024 * 1024,
  /**
   * Senders that somebody's letters are taken from; attachments of one that are looked at, and links that are
   * kept.
   */
  letterSenders: 20,
  letterAttachments: 10,
  letterLinks: 60,
  /** Articles in a folder's feed. */
  folderFeed: 50,
  /** Days of the plan that are computed for the screens. */
  planDays: 90,
  /** Days whose open slots are filled at once. */
  fillDays: 31,
  /** Rows of one answer of that list, and characters of a text in a row or on a small card. */
  listPage: 200,
  firstWords: 160,
  /** Posts of the Desk that stand in the list of all posts. */
  listedDrafts: 5_000,
  /**
   * Drafts: characters of a model's key, and of all that it answers once; tokens of an answer and of a month,
   * drafts at once, and how little room one may have.
   */
  drafting: {
    key: 500,
    answer: 12_000,
    least: { answerTokens: 50, monthTokens: 1_000, room: 1 },
    most: { answerTokens: 4_000, monthTokens: 1_000_000_000, atOnce: 3, price: 100_000 },
  },
  /** Days that posts of a pillar may be said to be good for. */
  goodDays: 365,
  /** Articles of a feed that watches and rules look at again when its source is added or changed. */
  watchArchive: 5_000,
  /**
   * Standing orders: of a brand, what each may name, characters of a pattern, and of an article's text that
   * are looked at; days a dry run looks back, and articles it looks at; rows of the log shown at once.
   */
  orders: {
    most: { orders: 200, chosen: 100, accounts: 50, times: 50, languages: 20 },
    ...{
      usualPerDay: 12,
      pattern: 2_000,
      text: 60_000,
      dryDays: 30,
      dryArticles: 20_000,
      logPage: 100,
      unseen: 200,
    },
  },
  /** Characters of the shape of messages to a chat hook. */
  hookPattern: 4_000,
  /**
   * What is handed on: recipients of a brand and mail addresses of each; characters of a text, of a note and
   * of a token; rows of its log shown at once, things in a feed, and how many events of articles may wait.
   */
  recipients: {
    most: { recipients: 50, mail: 10 },
    ...{ text: 20_000, note: 2_000, token: 2_000, page: 50, feed: 50, waiting: 10_000 },
  },
  /** Days that a watch looks back while it is being written. */
  watchDays: 30,
})
