import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

/** The window in which one uses what one sees. */
export const capture = inWords({
  title: 'Capture',
  brand: 'Brand',
  reading: 'Reading the page',
  headline: 'Title',
  noTitle: 'No title yet: give it one',
  pictures: 'Pictures',
  noPicture: 'No picture',
  ownPicture: 'Use the picture that came with it',
  choosePicture: (description: string) =>
    description ? `Use the picture: ${description}` : 'Use this picture',
  pictureOf: (at: number, all: number) => `${at} of ${counted(all, 'picture', 'pictures')}`,
  morePictures: (count: number) => `${count} more`,
  fewerPictures: 'Fewer',
  takingPicture: 'Fetching the picture',
  quote: 'Selected words',
  putIn: 'Put them into your line again',
  addSource: (feeds: number) =>
    feeds === 1 ? 'Add its feed as a source' : `Add one of its ${feeds} feeds as a source`,
  asShown: 'As your browser showed it.',
  video: (length: string | null) => (length ? `Video, ${length}` : 'Video'),
  known: {
    article: (outlet: string) => `On your Wire, from ${outlet}`,
    clipped: (when: string, folder: string | null) =>
      folder ? `Clipped ${when}, in ${folder}` : `Clipped ${when}`,
    shelved: (when: string) => `Shelved ${when}`,
    shared: (account: string, when: string) => `Shared on ${account}, ${when}`,
    more: (count: number) => `and ${counted(count, 'time', 'times')} more`,
  },
  file: 'Keep it with',
  folder: 'Folder',
  folderPlaceholder: 'No folder',
  tags: 'Tags',
  note: 'Note',
  notePlaceholder: 'What it is good for',
  clip: 'Clip',
  shelve: 'Shelve',
  write: 'Write on the Desk',
  clipped: (title: string, folder: string | null) =>
    folder ? `Clipped “${title}” into ${folder}.` : `Clipped “${title}”.`,
  shelved: (title: string) => `Shelved “${title}”.`,
  closes: (seconds: number) => `This window closes in ${counted(seconds, 'second', 'seconds')}.`,
  close: 'Close',
  stay: 'Keep it open',
  canClose: 'You can close this window.',
  gone: 'What was shared is here no more. Share it once again.',
  shareLater: {
    title: 'Open Clear Quill once first',
    detail:
      'This device is not ready to take what you share. Open Clear Quill, sign in, ' +
      'look at Set-up, Capture, and share it again.',
  },
  failed: 'What you captured is kept here until the server has it.',
  empty: {
    title: 'Nothing captured yet',
    detail: 'Paste an address, write down a thought, or drop a picture or a PDF here.',
  },
  what: 'Address, or words of your own',
  whatHint: 'An address by itself is read; anything else is kept as it stands.',
  use: 'Use it',
  chooseFile: 'Choose a picture or PDF',
  pdfTooHeavy: (megabytes: number) => `The PDF is larger than ${megabytes} MB.`,
  pdf: (pages: number | null) => (pages === null ? 'PDF' : `PDF, ${counted(pages, 'page', 'pages')}`),
  nothingTyped: 'Paste an address, or write a few words.',
})

/** The part of Set-up that gives the ways to capture. */
export const captureSetUp = inWords({
  title: 'Capture',
  intro:
    'Use what you see anywhere: a page, words on it, a picture. A small window opens beside it, ' +
    'with the same line, accounts and slots as beside an article.',
  extension: {
    title: 'In your browser',
    detail: (key: string) =>
      `A button in the toolbar, a key (${key}), and entries in the menus of pages, pictures, links and ` +
      'selected words. It reads a page only when you press it, and as you see it: also where you ' +
      'signed in. ' +
      'What can’t be delivered waits in the browser, and becomes a clipping later.',
    load: (browser: string) => `For ${browser}`,
    steps: {
      chromium:
        'Unpack the file into a folder that stays where it is. Open chrome://extensions, switch on ' +
        'Developer mode, press Load unpacked, and choose the folder.',
      firefox:
        'Open about:debugging, choose This Firefox, press Load Temporary Add-on, and choose the file. ' +
        'It stays until Firefox is closed, and is loaded and paired anew then.',
    },
    pair: 'Then make a code, and enter it with the address on the page that the extension opens.',
    makeCode: 'Make a code',
    another: 'Make another code',
    address: 'Address',
    addressHint: 'Where your Clear Quill is.',
    code: 'Code',
    codeHint: 'Good for ten minutes, and once.',
    paired: (name: string) => `${name} is paired.`,
    used: (when: string, since: string) => `Last used ${when} · paired ${since}`,
    end: 'End',
    ended: (name: string) => `${name} can’t capture any more.`,
  },
  button: {
    title: 'A button in the bookmarks bar',
    detail:
      'Drag this button to your browser’s bookmarks bar. ' +
      'On any page, select the words you want, then press it.',
    name: 'Capture',
    pressed: 'It works from the bookmarks bar: drag it there.',
    limits:
      'It can’t read pages of the browser itself, its PDF viewer, or sites that forbid such buttons; ' +
      'paste their address instead.',
  },
  phone: {
    title: 'On a phone',
    detail:
      'Open Clear Quill in the phone’s browser and add it to the home screen. Then it stands in the list ' +
      'that the phone’s share button offers, for addresses, words, pictures and PDFs.',
    install: 'Add to this device',
    installed: 'It is on this device already.',
  },
  address: {
    title: 'By address',
    detail: 'Paste any address into the capture window.',
    open: 'Open the capture window',
  },
})
