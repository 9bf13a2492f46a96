import { savePostSchema } from '#shared/posts/schemas'
import type { PostDoc } from '#shared/posts/types'

/** Whether the server would take a document, and leave it as it is. */
export function docSchemaAccepts(doc: PostDoc): boolean {
  const taken = savePostSchema.validateSync({ version: 0, doc }, { stripUnknown: true })
  const sorted = (value: unknown): string =>
    JSON.stringify(value, (_, one: unknown) =>
      one && typeof one === 'object' && !Array.isArray(one)
        ? Object.fromEntries(Object.entries(one).sort())
        : one,
    )
  return sorted(taken.doc) === sorted(doc)
}
