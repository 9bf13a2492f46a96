import { batchRoutes } from '#shared/batches/routes'
import type { BatchView } from '#shared/batches/types'
import { LIMITS } from '#shared/platform/limits'
import { postRoutes } from '#shared/posts/routes'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import type { Opened, UnpackAnswer } from './workers/unpack'

const labels = words.batch
/** Pictures uploaded at once. */
const AT_ONCE = 3

/** Takes files of posts and their pictures in, with how far it is. */
export function useBatchFile() {
  const brand = useBrandStore()
  /** What is being done; '' for nothing. */
  const doing = ref('')
  const failed = ref('')

  async function run<T>(work: () => Promise<T>): Promise<T | null> {
    if (doing.value !== '') return null
    failed.value = ''
    doing.value = labels.reading
    try {
      return await work()
    } catch (error) {
      failed.value = sentenceOf(error)
      return null
    } finally {
      doing.value = ''
    }
  }

  /** Uploads pictures; those that are refused are named, and the others taken. */
  async function upload(
    pictures: { name: string; content: BlobPart }[],
  ): Promise<{ name: string; id: string }[]> {
    const had: { name: string; id: string }[] = []
    const refused: string[] = []
    let next = 0
    const one = async (): Promise<void> => {
      for (let at = next++; at < pictures.length; at = next++) {
        const { name, content } = pictures[at]!
        doing.value = labels.uploading(at + 1, pictures.length)
        try {
          const { id } = await brand.call(postRoutes.addPicture, { file: new Blob([content]) })
          had.push({ name, id })
        } catch (error) {
          refused.push(`${name} (${sentenceOf(error)})`)
        }
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, one))
    if (refused.length > 0) failed.value = labels.refusedPictures(refused.join(', '))
    return had
  }

  /** Takes a file in. Gives how it stands; null where nothing could be made of it. */
  const start = (file: File): Promise<BatchView | null> =>
    run(async () => {
      if (file.size > LIMITS.zipBytes) throw new Error(labels.problems.tooLarge)
      const { name, text, pictures } = await opened(file)
      if (text.trim() === '') throw new Error(labels.problems.empty)
      const had = await upload(pictures)
      doing.value = labels.reading
      return brand.call(batchRoutes.start, { body: { name: name.slice(0, 200), text, pictures: had } })
    })

  /** Adds pictures to a file that is there. */
  const addPictures = (id: string, files: File[]): Promise<BatchView | null> =>
    run(async () => {
      const had = await upload(files.map((file) => ({ name: file.name, content: file })))
      return brand.call(batchRoutes.addPictures, { id, body: { pictures: had } })
    })
  return { doing, failed, start, addPictures }
}

function opened(file: File): Promise<Opened> {
  const worker = new Worker(new URL('./workers/unpack.ts', import.meta.url), { type: 'module' })
  return new Promise<Opened>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<UnpackAnswer>) => {
      if ('opened' in data) return resolve(data.opened)
      const { problem } = data
      const { problems } = labels
      reject(
        new Error(problem.code === 'twoTables' ? problems.twoTables(problem.names) : problems[problem.code]),
      )
    }
    worker.onerror = () => reject(new Error(labels.problems.noZip))
    worker.postMessage(file)
  }).finally(() => worker.terminate())
}
