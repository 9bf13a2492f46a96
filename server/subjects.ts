import { registerAlmanac } from './almanac/register'
import { registerArchives } from './archives/register'
import { registerArticles } from './articles/register'
import { registerBatches } from './batches/register'
import { registerCapture } from './capture/register'
import { registerClippings } from './clippings/register'
import { registerDrafting } from './drafting/register'
import { registerLetters } from './letters/register'
import { registerNetworks } from './networks/register'
import { registerNotices } from './notices/register'
import { registerOrders } from './orders/register'
import { registerPeople } from './people/register'
import { registerPlatform } from './platform/register'
import { registerPosts } from './posts/register'
import { registerRecipients } from './recipients/register'
import { registerReports } from './reports/register'
import { registerResults } from './results/register'
import { registerSchedule } from './schedule/register'
import { registerSending } from './sending/register'
import { registerSources } from './sources/register'
import { registerTokens } from './tokens/register'
import { registerWatches } from './watches/register'

/**
 * The one list of subjects, from below: each may ask those before it and no other (a test holds it), and each
 * says what it does by itself, when others act, and how long it keeps its rows.
 */
const SUBJECTS: [name: string, register?: () => void][] = [
  ['platform', registerPlatform],
  ['people', registerPeople],
  ['tokens', registerTokens],
  ['articles', registerArticles],
  ['notices', registerNotices],
  ['networks', registerNetworks],
  ['delivery'],
  ['sources', registerSources],
  ['watches', registerWatches],
  ['clippings', registerClippings],
  ['recipients', registerRecipients],
  ['results', registerResults],
  ['campaigns'],
  ['almanac', registerAlmanac],
  ['posts', registerPosts],
  ['drafting', registerDrafting],
  ['evergreens'],
  ['schedule', registerSchedule],
  ['calendars'],
  ['batches', registerBatches],
  ['orders', registerOrders],
  ['sending', registerSending],
  ['reading'],
  ['capture', registerCapture],
  ['letters', registerLetters],
  ['reports', registerReports],
  ['archives', registerArchives],
  ['brands'],
  ['interface'],
]

/** Called once, as the process starts. */
export function registerSubjects(): void {
  for (const [, register] of SUBJECTS) register?.()
}
