// Who follows short links: against a list of robots (npm: crawler-user-agents 1.60.0, MIT) that is kept apart
// from the one we use, and the browsers most in use (npm: top-user-agents 2.1.138, MIT).
import { expect, it } from 'vitest'
import { isPersonClick } from '#core/results'
import { dataOf, readText } from './data'

const isPerson = (userAgent: string): boolean => isPersonClick({ method: 'GET', userAgent, headers: {} })

const robots = dataOf('robots', '.')
it.skipIf(!robots)('robots by their names: nine of ten of another list are known for what they are', () => {
  const list = JSON.parse(readText(robots!, 'crawler-user-agents.json')) as { instances: string[] }[]
  const agents = list.flatMap(({ instances }) => instances)
  const taken = agents.filter(isPerson)
  const known = agents.length - taken.length
  console.info(`robots: ${known} of ${agents.length} of another list are known`)
  expect(agents.length).toBeGreaterThan(1_000)
  expect(known / agents.length).toBeGreaterThan(0.9)
})

const browsers = dataOf('browsers', 'src')
it.skipIf(!browsers)('browsers in use are people', () => {
  const agents = ['index.json', 'desktop.json', 'mobile.json'].flatMap(
    (file) => JSON.parse(readText(browsers!, file)) as string[],
  )
  const machines = agents.filter((agent) => !isPerson(agent))
  console.info(`browsers: ${agents.length - machines.length} of ${agents.length} counted as people`)
  expect(agents.length).toBeGreaterThan(50)
  expect(machines).toEqual([])
})
