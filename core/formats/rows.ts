import type { Message } from '../message'

/** What was read of a file, and what of it could not be used. */
export interface Read<T> {
  rows: T[]
  problems: { line: number; message: Message }[]
}

/** Places that can't be used which are named: more help nobody. */
export const MOST_PROBLEMS = 1_000

/** An address of the web, as it is opened; null for anything else. */
export function webAddress(text: string): string | null {
  if (!URL.canParse(text.trim())) return null
  const url = new URL(text.trim())
  return url.protocol === 'http:' || url.protocol === 'https:' ? url.href : null
}

/** Text on one line; null for nothing. */
export function oneLine(text: string | undefined): string | null {
  const line = text?.replace(/\s+/g, ' ').trim()
  return line ? line : null
}

/** Line of an offset, counted onward from the last one asked for. */
export function lineCounter(text: string): (offset: number) => number {
  let at = 0
  let line = 1
  return (offset) => {
    for (; at < offset; at++) if (text.charCodeAt(at) === 10) line++
    return line
  }
}

/** Which column of a table is what, counted from 0. */
export interface Columns {
  url: number | null
  title: number | null
  note: number | null
  tags: number | null
  folder: number | null
  addedAt: number | null
}
