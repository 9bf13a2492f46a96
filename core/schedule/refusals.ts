import type { Message } from '../message'
import { message } from '../messages'
import type { UnplacedCode } from './types'

/** Why a post may not go out at a time. */
export interface Refusal {
  code: UnplacedCode
  message: Message
}

const FIRST = message('schedule.first')
const AFTER: Record<UnplacedCode, Message> = {
  'good-until': message('schedule.after-good-until'),
  'not-before': message('schedule.after-not-before'),
  past: message('schedule.after-past'),
  hold: message('schedule.after-hold'),
  'not-approved': message('schedule.after-not-approved'),
  repeat: message('schedule.after-repeat'),
  ceiling: message('schedule.after-ceiling'),
  gap: message('schedule.after-gap'),
  mix: message('schedule.after-mix'),
  'no-slot': message('schedule.after-no-slot'),
  'beyond-until': message('schedule.after-beyond-until'),
  'waits-for': message('schedule.after-waits-for'),
}

/** Why a post has the slot it has, where `passed` is what kept it out of the last open slot before. */
export const reasonOf = (passed: UnplacedCode | null): Message => (passed === null ? FIRST : AFTER[passed])
