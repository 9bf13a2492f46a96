import { expect, test } from 'vitest'
import { timeLeft } from '#server/platform/jobs/taskTime'

test('a task that computes all the time is over after its share', () => {
  expect(timeLeft(3_000, 3_001, 3_000)).toBe(0)
})

test('one the machine hardly let compute goes on for what is left of its share', () => {
  expect(timeLeft(3_000, 3_000, 400)).toBe(2_600)
  expect(timeLeft(3_000, 5_600, 2_990)).toBe(0)
})

test('what others of the process computed beside it lengthens nothing', () => {
  expect(timeLeft(3_000, 3_000, 9_000)).toBe(0)
})

test('it is over after four times its share whatever it computed', () => {
  expect(timeLeft(3_000, 11_900, 0)).toBe(100)
  expect(timeLeft(3_000, 12_000, 0)).toBe(0)
  for (let taken = 0; taken < 12_000; taken += 70)
    expect(taken + timeLeft(3_000, taken, taken / 9)).toBeLessThanOrEqual(12_000)
})
