import { desk, writing, writingSetUp } from './desk'
import { account, pillar, yourself, brand, setUp } from './setUp'
import { folder, source } from './sources'
import { clippings, find } from './find'
import { accountPage, day, delivery, notice, telling } from './deliveries'
import { demo, frame, keys, notices } from './frame'
import { ahead, hold, move, placing, timetable } from './plan'
import { schedule } from './schedule'
import { glossary, screenHelp } from './glossary'
import { signIn, start } from './start'
import { tag, watch } from './watches'
import { wire, yourLine } from './wire'

/** Words of the screens, a part a screen. */
export const screens = {
  ahead,
  hold,
  move,
  placing,
  timetable,
  desk,
  writing,
  writingSetUp,
  account,
  accountPage,
  brand,
  clippings,
  day,
  delivery,
  demo,
  find,
  folder,
  frame,
  glossary,
  keys,
  notice,
  notices,
  pillar,
  schedule,
  screenHelp,
  setUp,
  signIn,
  source,
  start,
  telling,
  tag,
  watch,
  wire,
  yourLine,
  yourself,
}
