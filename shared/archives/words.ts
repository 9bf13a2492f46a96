import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

const rows = (count: number): string => counted(count, 'row', 'rows')

export const archives = inWords({
  intro: 'A brand as one file: to keep, to take to another installation, or to begin a copy of it.',
  out: {
    title: 'Take it out',
    detail: (name: string) =>
      `Everything of ${name}: its posts and lines, evergreens, what went out and what came of it, ` +
      'clippings, the articles it did something with, sources, watches, timetables, pictures and reports.',
    left: 'Sign-ins at networks, secret addresses, and what belongs to persons stay here.',
    download: 'Download the archive',
    ownerOnly: 'Only an owner of the brand can take it out.',
  },
  in: {
    title: 'Bring one in',
    detail:
      'It becomes a brand of its own. It is on hold and its accounts are signed out, so nothing goes out ' +
      'before you say so. You see it once all of it is read.',
    choose: 'Choose an archive',
    uploading: (size: string) => `Uploading ${size} …`,
    tooLarge: 'The file is larger than an archive may be (4 GB).',
    mayNot: 'Whoever owns a brand can bring one in.',
  },
  list: {
    title: 'Brought in',
    empty: 'Nothing has been brought in yet.',
    from: (file: string, at: string) => `from ${file} · ${at}`,
    reading: (done: number, total: number) => `${done.toLocaleString('en')} of ${rows(total)} read`,
    ended: (stored: number) => `${rows(stored)} brought in`,
    stopped: 'Stopped; nothing of it was kept.',
    leftOut: (count: number) => `${rows(count)} left out`,
    firstOnes: (count: number) => `The first ${count} of them:`,
    fault: (file: string, row: number, column: string) =>
      column === '' ? `${file}, row ${row}` : `${file}, row ${row}: ${column}`,
    noColumn:
      'A row without a word behind it could not be read, names one that is missing, or is there twice.',
    stop: 'Stop',
    open: 'Open the brand',
  },
})
