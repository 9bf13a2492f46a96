// Opens files of posts beside the page.
import { LIMITS } from '#shared/platform/limits'
import { tableText } from '../tableText'
import { isZip, unpack, type UnpackProblem } from '../unpack'

export interface Opened {
  name: string
  text: string
  pictures: { name: string; content: Uint8Array<ArrayBuffer> }[]
}
export type UnpackAnswer = { opened: Opened } | { problem: UnpackProblem | { code: 'tooLarge' } }

async function open(file: File): Promise<UnpackAnswer> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const found = isZip(bytes) ? unpack(bytes) : { name: file.name, table: bytes, pictures: [] }
  if ('code' in found) return { problem: found }
  const text = tableText(found.table)
  if (text.length > LIMITS.listCharacters) return { problem: { code: 'tooLarge' } }
  return { opened: { name: isZip(bytes) ? file.name : found.name, text, pictures: found.pictures } }
}

addEventListener('message', ({ data }: MessageEvent<File>) => {
  void open(data)
    .catch((): UnpackAnswer => ({ problem: { code: 'noZip' } }))
    .then((answer) => postMessage(answer))
})
