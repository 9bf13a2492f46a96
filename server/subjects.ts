import { registerArticles } from './articles/register'
import { registerNotices } from './notices/register'
import { registerSchedule } from './schedule/register'
import { registerSources } from './sources/register'
import { registerWatches } from './watches/register'

/**
 * The one list of subjects: each says what it does by itself and when others act. Called once, as the process
 * starts.
 */
export function registerSubjects(): void {
  registerArticles()
  registerNotices()
  registerSchedule()
  registerSources()
  registerWatches()
}
