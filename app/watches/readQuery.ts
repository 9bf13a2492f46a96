import { sayWatch } from '#shared/watches/messages'
// From their own files: the whole folder would bring the stemmers along, which only the server needs.
import { WatchSyntaxError } from '#core/watch/errors'
import { parseWatch } from '#core/watch/parse'
import type { WatchQuery } from '#core/watch/types'

export interface ReadQuery {
  /** Null where it can't be read, or is empty. */
  tree: WatchQuery | null
  trouble: { at: number; message: string } | null
}

/** A query's text as a tree, or what is wrong with it and where. */
export function readQuery(text: string): ReadQuery {
  if (text.trim() === '') return { tree: null, trouble: null }
  try {
    return { tree: parseWatch(text), trouble: null }
  } catch (error) {
    if (!(error instanceof WatchSyntaxError)) throw error
    return { tree: null, trouble: { at: error.at, message: sayWatch(error.detail) } }
  }
}

/**
 * The piece of a text to underline for a trouble at a place: up to the next blank or bracket, and at the end
 * what stands before.
 */
export function troubledPiece(text: string, at: number): { start: number; end: number } {
  if (at >= text.trimEnd().length)
    return { start: Math.max(0, text.trimEnd().length - 1), end: Math.max(1, text.length) }
  const length = text.slice(at + 1).search(/[\s()]/)
  return { start: at, end: length < 0 ? text.length : at + 1 + length }
}
