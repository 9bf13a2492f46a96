import * as yup from 'yup'

type Done = (errors: yup.ValidationError[], value: unknown) => void
type Panic = (error: Error, value: unknown) => void

/**
 * A list whose length is judged before its elements: Yup itself casts and tests every element of a list that
 * `max` refuses, so that a long one costs seconds. Clones keep their class, so whatever is chained behind
 * keeps this.
 */
class BoundedList<T> extends yup.ArraySchema<T[] | undefined, yup.AnyObject> {
  protected override _cast(value: unknown, options: never): T[] | undefined {
    return isTooLong(this, value) ? (value as T[]) : super._cast(value, options)
  }

  protected override _validate(
    value: unknown,
    options: { recursive?: boolean } = {},
    panic: Panic,
    next: Done,
  ): void {
    if (!isTooLong(this, value)) return super._validate(value as never, options as never, panic, next)
    // Nothing but the length is looked at: its other tests may count on elements that were cast.
    const bare = this.clone() as BoundedList<T>
    bare.tests = bare.tests.filter(isMax)
    return yup.ArraySchema.prototype['_validate'].call(
      bare,
      value as never,
      { ...options, recursive: false } as never,
      panic,
      next,
    )
  }
}

// Not methods: a clone has the class's prototype, but not its private names.
const isMax = (test: yup.AnySchema['tests'][number]): boolean => test.OPTIONS?.name === 'max'

function isTooLong(schema: Pick<yup.AnySchema, 'tests'>, value: unknown): boolean {
  const most = schema.tests.find(isMax)?.OPTIONS?.params?.['max']
  return Array.isArray(value) && typeof most === 'number' && value.length > most
}

/** A list of at most so many elements; the one way to say that a field is a list. */
export const listOf = <T>(
  element: yup.ISchema<T, yup.AnyObject>,
  most: number,
  message?: string,
): yup.ArraySchema<T[] | undefined, yup.AnyObject> => new BoundedList<T>(element).max(most, message)

/**
 * A test of a list: no two of its elements have one key. Elements that are none are told by their own tests.
 */
export const noTwo =
  <T>(keyOf: (element: T) => unknown) =>
  (list: unknown): boolean => {
    const elements = Array.isArray(list)
      ? list.filter((item): item is T => typeof item === 'object' && item !== null)
      : []
    return new Set(elements.map(keyOf)).size === elements.length
  }
