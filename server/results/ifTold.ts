import { NotTaken } from '#server/networks/connectors'

/**
 * What a network tells besides its posts, where it tells it: a no for good, such as for want of a permission,
 * is nothing told, and keeps no post from being read. Throws on what asks for patience.
 */
export async function ifTold<T>(asking: Promise<T>, nothing: T): Promise<T> {
  try {
    return await asking
  } catch (error) {
    if (error instanceof NotTaken && error.outcome.kind !== 'later') return nothing
    throw error
  }
}
