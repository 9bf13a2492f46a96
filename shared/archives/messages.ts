import type { Sentences } from '#shared/platform/say'

/** What is said of archives of a brand. */
export interface ArchiveMessages {
  'archive.hold': object
  'archive.no-brand': object
  'archive.file-gone': object
}

export const archiveMessages: Sentences<ArchiveMessages> = {
  'archive.hold': () =>
    'It came from an archive. Lift the hold once it no longer goes out from where it came from.',
  'archive.no-brand': () => 'What it says of the brand itself can’t be read, so nothing was made of it.',
  'archive.file-gone': () => 'Its file is no longer on the server.',
}
