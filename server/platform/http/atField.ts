import { ProblemError } from './problem'

/** Says a refusal at the field whose value caused it. */
export async function atField<T>(field: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw error instanceof ProblemError ? error.at(field) : error
  }
}
