import type { Knex } from 'knex'
import * as first from './001_first'
import * as feeds from './002_feeds'
import * as reading from './003_reading'
import * as sources from './004_sources'
import * as undecided from './005_undecided'
import * as watches from './006_watches'
import * as desk from './007_desk'
import * as timetables from './008_timetables'
import * as sending from './009_sending'
import * as ceilings from './010_ceilings'
import * as ground from './011_ground'
import * as imports from './012_imports'
import * as usual from './013_usual'
import * as names from './014_names'
import * as requests from './015_requests'
import * as capture from './016_capture'
import * as tokens from './017_tokens'
import * as collection from './018_collection'
import * as letters from './019_letters'
import * as byHand from './020_by_hand'
import * as signIn from './021_sign_in'
import * as secondFactor from './022_second_factor'
import * as clicks from './023_clicks'
import * as responses from './024_responses'
import * as reports from './025_reports'
import * as reportMail from './026_report_mail'
import * as evergreens from './027_evergreens'
import * as lifespans from './028_lifespans'
import * as calendars from './029_calendars'
import * as batches from './030_batches'
import * as archives from './031_archives'
import * as campaigns from './032_campaigns'
import * as almanac from './033_almanac'
import * as openPosts from './034_open_posts'
import * as orders from './035_orders'
import * as recipients from './036_recipients'
import * as ownTelling from './037_own_telling'
import * as drafting from './038_drafting'
import * as personalTokens from './039_personal_tokens'

interface Entry {
  name: string
  migration: Knex.Migration
}

// Imported, not read from a folder, so that the built server carries them.
const ENTRIES: Entry[] = [
  { name: '001_first', migration: first },
  { name: '002_feeds', migration: feeds },
  { name: '003_reading', migration: reading },
  { name: '004_sources', migration: sources },
  { name: '005_undecided', migration: undecided },
  { name: '006_watches', migration: watches },
  { name: '007_desk', migration: desk },
  { name: '008_timetables', migration: timetables },
  { name: '009_sending', migration: sending },
  { name: '010_ceilings', migration: ceilings },
  { name: '011_ground', migration: ground },
  { name: '012_imports', migration: imports },
  { name: '013_usual', migration: usual },
  { name: '014_names', migration: names },
  { name: '015_requests', migration: requests },
  { name: '016_capture', migration: capture },
  { name: '017_tokens', migration: tokens },
  { name: '018_collection', migration: collection },
  { name: '019_letters', migration: letters },
  { name: '020_by_hand', migration: byHand },
  { name: '021_sign_in', migration: signIn },
  { name: '022_second_factor', migration: secondFactor },
  { name: '023_clicks', migration: clicks },
  { name: '024_responses', migration: responses },
  { name: '025_reports', migration: reports },
  { name: '026_report_mail', migration: reportMail },
  { name: '027_evergreens', migration: evergreens },
  { name: '028_lifespans', migration: lifespans },
  { name: '029_calendars', migration: calendars },
  { name: '030_batches', migration: batches },
  { name: '031_archives', migration: archives },
  { name: '032_campaigns', migration: campaigns },
  { name: '033_almanac', migration: almanac },
  { name: '034_open_posts', migration: openPosts },
  { name: '035_orders', migration: orders },
  { name: '036_recipients', migration: recipients },
  { name: '037_own_telling', migration: ownTelling },
  { name: '038_drafting', migration: drafting },
  { name: '039_personal_tokens', migration: personalTokens },
]

export const migrationSource: Knex.MigrationSource<Entry> = {
  getMigrations: () => Promise.resolve(ENTRIES),
  getMigrationName: (entry) => entry.name,
  getMigration: (entry) => Promise.resolve(entry.migration),
}
