import type { JobLease } from './jobLease'

/** Work that is looked for again and again, by one process at a time. */
export interface Job {
  name: string
  /**
   * One round of it. Where it gives a number, the next round follows at once until that is 0; else it comes
   * with the next tick.
   */
  round: (lease: JobLease) => Promise<unknown>
}

const jobs: Job[] = []

/**
 * Lets a subject's work be looked for as long as this process works. Called as the process starts (a
 * subject's register.ts).
 */
export const defineJob = (job: Job): void => void jobs.push(job)

export const definedJobs = (): readonly Job[] => jobs
