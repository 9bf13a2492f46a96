import { writeFileSync } from 'node:fs'
import type { Reporter, TestCase } from 'vitest/node'

/** Writes down which tests passed at a second try only. */
export default class Flaky implements Reporter {
  readonly #names: string[] = []

  onTestCaseResult(test: TestCase): void {
    if (test.diagnostic()?.flaky) this.#names.push(test.fullName)
  }

  onTestRunEnd(): void {
    const file = process.env['FLAKY_FILE']
    if (file) writeFileSync(file, JSON.stringify(this.#names))
  }
}
