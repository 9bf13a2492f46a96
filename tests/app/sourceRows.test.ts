import { expect, it } from 'vitest'
import type { SourceResult } from '#shared/results/types'
import { byFolder } from '../../app/results/sourceRows'

const source = (name: string, more: Partial<SourceResult>): SourceResult => ({
  sourceId: name,
  name,
  isOwn: false,
  articles: 1,
  clipped: 0,
  posts: 1,
  likes: null,
  reshares: null,
  responses: null,
  folders: [],
  ...more,
})

it('sources are ranked by folder: one in two counts in each, and what was not told is not nought', () => {
  const rows = byFolder(
    [
      source('One', { folders: ['Sky', 'Town'], likes: 3, responses: 5 }),
      source('Two', { folders: ['Sky'], likes: 4, reshares: 1, responses: 9, posts: 2 }),
      source('Three', {}),
    ],
    'in no folder',
  )
  expect(
    rows.map(({ name, posts, likes, reshares, responses }) => [name, posts, likes, reshares, responses]),
  ).toEqual([
    ['Sky', 3, 7, 1, 14],
    ['Town', 1, 3, null, 5],
    ['in no folder', 1, null, null, null],
  ])
})
